<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Grade\Run;
use Tovrin\Core\Grade\Strain;
use Tovrin\Core\Grade\Trouble;

/** What goes wrong with a photo's colours in a grade: how much of the photo shows it, and which move does it. */
final class Checks
{
    /** Colours that are looked at; evenly taken they place a share to half a per cent of the photo. */
    public const SAMPLES = 3000;
    /** Share of the photo below which nothing is said. */
    private const LEAST = 0.002;
    /** Torn colours and noise show over an area; a few scattered pixels of them are none. */
    private const LEAST_AREA = 0.004;
    /** Weights from which on a colour shows it. */
    private const SHOWS = 0.5;

    /**
     * @param ColourBlock                         $colours some of the photo's, encoded sRGB; SAMPLES of them are enough
     * @param array{0: float, 1: float, 2: float} $grain   how noisy the photo is, see Grain::ofPlainParts()
     * @param PlaneValues|null                    $planes  what the planes of the grade are at these
     *
     * @return list<Finding> worst first
     */
    public static function of(Grade $grade, ColourBlock $colours, array $grain, ?PlaneValues $planes = null): array
    {
        $count = $colours->count();
        if (0 === $count) {
            return [];
        }
        $source = $colours->in(Srgb::class);
        $run = new Run($grade, new Colours(Strain::around($colours->in(OkLab::class))), $planes?->repeated(4));
        $before = $weights = $rises = [];
        foreach ($grade->moves as $index => $move) {
            $run->through($index, false);
            if (!$move->acts()) {
                continue;
            }
            $running = $run->running->lab();
            $finished = Gamut::intoSrgb($running->before($count));
            foreach (Trouble::cases() as $trouble) {
                $weights[$trouble->value] = $trouble->weights($source, $running, $finished, $grain);
                $share = self::share($weights[$trouble->value]);
                $rises[$trouble->value][$index] = $share - ($before[$trouble->value] ?? 0.0);
                $before[$trouble->value] = $share;
            }
        }
        $findings = [];
        foreach ($weights as $value => $own) {
            $trouble = Trouble::from($value);
            $share = $before[$value] ?? 0.0;
            if ($share >= (\in_array($trouble, [Trouble::Torn, Trouble::Noise], true) ? self::LEAST_AREA : self::LEAST)) {
                $at = self::largest($own);
                $findings[] = new Finding($trouble, $share, $at, self::largest($rises[$value] ?? []), Hex::format(...$source->at($at)));
            }
        }
        usort($findings, static fn (Finding $one, Finding $other): int => $other->weight() <=> $one->weight());

        return $findings;
    }

    /**
     * How much of the photo shows one thing.
     *
     * @param list<Finding> $findings
     */
    public static function shareOf(array $findings, Trouble $trouble): float
    {
        foreach ($findings as $finding) {
            if ($finding->trouble === $trouble) {
                return $finding->share;
            }
        }

        return 0.0;
    }

    /** @param array<int, float> $weights */
    private static function share(array $weights): float
    {
        return \count(array_filter($weights, static fn (float $weight): bool => $weight >= self::SHOWS)) / max(1, \count($weights));
    }

    /** @param array<int, float> $values */
    private static function largest(array $values): int
    {
        arsort($values);

        return array_key_first($values) ?? 0;
    }
}
