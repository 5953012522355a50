<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Trouble;
use Tovrin\Core\Move\MoveKind;

/** How much of a move to begin with on a photo, where all of it may be far too much. */
final class Beginning
{
    /** Amounts that are tried, the largest first, the last in any case. */
    public const AMOUNTS = [1.0, 0.85, 0.7, 0.55, 0.4, 0.25];
    /** Share of the photo that may clip, and that may lose colour at the edge of what a screen can show. */
    private const CLIPPED = 0.01;
    private const LOST = 0.05;

    /**
     * The largest that tears no colours apart, makes no noise and clips next to nothing.
     *
     * @param ColourBlock                         $colours some of the photo's
     * @param array{0: float, 1: float, 2: float} $grain   how noisy it is
     */
    public static function amount(MoveKind $kind, ColourBlock $colours, array $grain): float
    {
        foreach (self::AMOUNTS as $amount) {
            $findings = Checks::of(new Grade([new Move($kind, strength: $amount)]), $colours, $grain);
            $clipped = 0.0;
            foreach ($findings as $finding) {
                $clipped += $finding->trouble->isClipping() ? $finding->share : 0.0;
            }
            if (Checks::shareOf($findings, Trouble::Torn) + Checks::shareOf($findings, Trouble::Noise) <= 0.0 && $clipped <= self::CLIPPED && Checks::shareOf($findings, Trouble::Gamut) <= self::LOST) {
                return $amount;
            }
        }

        return min(self::AMOUNTS);
    }
}
