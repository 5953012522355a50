<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Grade\Trouble;
use Tovrin\Core\Move\GoesByGrain;
use Tovrin\Core\Move\Kind\EvenOut;
use Tovrin\Core\Move\Kind\Saturation;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Window;
use Tovrin\Core\Reach\Windows;

/** One way out of something that goes wrong: a move as it would have to be, and how much of the photo would still show it. */
final readonly class Remedy
{
    /** A way out that leaves more than this part is none. */
    private const HELPS = 0.5;
    /** Amounts that are tried, in shares of the one there is. */
    private const LESS = [0.85, 0.7, 0.55, 0.4, 0.25, 0.12];
    /** How much wider soft edges become, and by how much a learned reach becomes softer; the gentler way first. */
    private const SOFTER = ['Softer reach' => [2.0, 0.25], 'Much softer reach' => [4.0, 0.5]];
    /** A limit of saturation, as its setting counts. */
    private const LIMIT = 60.0;

    /**
     * @param string $words what is done, as a button says it
     * @param float  $share of the photo that still shows it
     */
    private function __construct(public string $words, public Move $move, public float $share)
    {
    }

    /**
     * The gentlest of those that help; null where none does.
     *
     * @param ColourBlock                         $colours those the finding was found on
     * @param array{0: float, 1: float, 2: float} $grain
     */
    public static function for(Finding $finding, Grade $grade, ColourBlock $colours, array $grain, ?PlaneValues $planes = null): ?self
    {
        $move = $grade->moves[$finding->move];
        $left = static function (Move $tried) use ($finding, $grade, $colours, $grain, $planes): float {
            $moves = $grade->moves;
            $moves[$finding->move] = $tried;

            return Checks::shareOf(Checks::of($grade->with(array_values($moves)), $colours, $grain, $planes), $finding->trouble);
        };
        foreach (self::gentle($finding->trouble, $move, $grain) as $words => $tried) {
            $share = $left($tried);
            if ($share <= self::HELPS * $finding->share) {
                return new self($words, $tried, $share);
            }
        }
        foreach (self::LESS as $part) {
            $amount = round(100.0 * $move->strength * $part) / 100.0;
            $tried = $move->strong($amount);
            $share = $left($tried);
            if ($share <= self::HELPS * $finding->share) {
                return new self(\sprintf('Less: amount %d %%', (int) round(100.0 * $amount)), $tried, $share);
            }
        }

        return null;
    }

    /**
     * What leaves the change as large as it is.
     *
     * @param array{0: float, 1: float, 2: float} $grain
     *
     * @return array<string, Move> by what is done
     */
    private static function gentle(Trouble $trouble, Move $move, array $grain): array
    {
        $kind = $move->kind;
        if (Trouble::Torn !== $trouble && Trouble::Noise !== $trouble) {
            return $kind instanceof Saturation && $kind->limit > self::LIMIT ? ['Limit strong colours' => $move->doing(new Saturation($kind->saturation, $kind->vibrance, $kind->guard, self::LIMIT, $kind->density))] : [];
        }
        $ways = [];
        if ($kind instanceof GoesByGrain && !$kind->goesByGrain() && max($grain) > 0.0) {
            $ways['Smoother from hue to hue'] = $move->doing($kind->steadied($grain));
        }
        if ($kind instanceof EvenOut && EvenOut::NEAR !== $kind->range) {
            $ways['Near colours only'] = $move->doing(new EvenOut($kind->anchor, $kind->hue, $kind->chroma, $kind->lightness, EvenOut::NEAR));
        }
        foreach (self::SOFTER as $words => [$wider, $softer]) {
            $reach = null === $move->reach ? null : self::softer($move->reach, $wider, $softer);
            if (null !== $reach) {
                $ways[$words] = $move->reaching($reach);
            }
        }

        return $ways;
    }

    private static function softer(Reach $reach, float $wider, float $softer): ?Reach
    {
        if (null !== $reach->learned) {
            return $reach->learned->soft >= 1.0 ? null : $reach->with($reach->learned->tuned($reach->learned->broader, min(1.0, $reach->learned->soft + $softer)), Learned::class);
        }
        if ($reach->windows->isOpen()) {
            return null;
        }
        $windows = $reach->windows;
        $grown = static fn (float $width, float $most): float => min($most, $wider * $width);
        $made = $reach->with(new Windows(
            null === $windows->hue ? null : new HueWindow($windows->hue->from, $windows->hue->to, $grown(max(10.0, $windows->hue->softFrom), 180.0), $grown(max(10.0, $windows->hue->softTo), 180.0)),
            null === $windows->chroma ? null : new Window($windows->chroma->from, $windows->chroma->to, $grown($windows->chroma->softFrom, 0.5), $grown($windows->chroma->softTo, 0.5)),
            null === $windows->light ? null : new Window($windows->light->from, $windows->light->to, $grown($windows->light->softFrom, 1.0), $grown($windows->light->softTo, 1.0)),
        ), Windows::class);

        return new Reach($made->kinds, $made->invert, $made->held, true);
    }
}
