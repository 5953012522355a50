<?php

// How well choosing catches things: a simulated user (tests/Choosing/SimulatedUser.php) chooses every object of every masked
// photo, once by reaches learned from strokes and once by windows fitted to them, in the same run.
//
//     php bench/choosing.php [SCENE …]
//
// Per object: the best any function of colour could do; intersection over union after 1, 2, 3, 5 and 8 strokes; after one
// stroke with the best tighter–broader; what is left behind and spilled, in per cent, when the hue is turned by 120° after
// three strokes; milliseconds a stroke. Photos that choosing was tuned on and others are summed up apart.

declare(strict_types=1);

use Tovrin\App\Choosing\ReachLearner;
use Tovrin\App\Choosing\StrokeMarks;
use Tovrin\App\Photo\Sideline;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\Fit\ReachFitter;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;
use Tovrin\Tests\Choosing\MaskedPhoto;
use Tovrin\Tests\Choosing\SimulatedUser;

require __DIR__.'/../vendor/autoload.php';

const STROKES = [1, 2, 3, 5, 8];

/**
 * Shares of the object that keep their hue and of the rest that moves, when the hue of what is reached turns by 120°.
 *
 * @param list<float> $weights
 * @param list<bool>  $truth
 *
 * @return array{0: float, 1: float} in per cent
 */
function leftAndSpilled(MaskedPhoto $photo, array $weights, array $truth): array
{
    $lab = $photo->colours->lab();
    [$cos, $sin] = [cos(2 * \M_PI / 3), sin(2 * \M_PI / 3)];
    $left = $own = 0;
    $before = $after = [];
    foreach ($weights as $i => $w) {
        [$a, $b] = [$lab->b[$i], $lab->c[$i]];
        $turned = [$lab->a[$i], $a + $w * ($cos * $a - $sin * $b - $a), $b + $w * ($sin * $a + $cos * $b - $b)];
        if ($truth[$i]) {
            ++$own;
            $chroma = hypot($turned[1], $turned[2]);
            $cosine = ($turned[1] * $a + $turned[2] * $b) / max(1e-9, $chroma * hypot($a, $b));
            $left += $chroma > 0.03 && $cosine > cos(\M_PI / 6) ? 1 : 0;
        } elseif ($w > 0.0) {
            $before[] = [$lab->a[$i], $a, $b];
            $after[] = $turned;
        }
    }
    $moved = [] === $before ? [] : DeltaE2000::between(ColourBlock::of(OkLab::class, $before)->in(LabD50::class), ColourBlock::of(OkLab::class, $after)->in(LabD50::class));

    return [100 * $left / max(1, $own), 100 * count(array_filter($moved, static fn (float $d): bool => $d > 3.0)) / max(1, count($truth) - $own)];
}

/** @return list<array<string, mixed>> a row per object */
function measure(string $name): array
{
    $photo = MaskedPhoto::named($name);
    $learner = new ReachLearner($photo->preview, $photo->study, $name);
    $marks = new StrokeMarks($photo->preview, $photo->study);
    $digest = $photo->colours->lab()->thinned(20_000);
    $windows = static function (array $strokes) use ($marks, $digest): Reach {
        $blocks = [true => [[], [], []], false => [[], [], []]];
        foreach ($strokes as $stroke) {
            $colours = $marks->of($stroke)?->colours;
            foreach ([$colours?->a, $colours?->b, $colours?->c] as $channel => $values) {
                array_push($blocks[(int) $stroke->wanted][$channel], ...$values ?? []);
            }
        }

        return ReachFitter::fit(new ColourBlock(Srgb::class, ...$blocks[1]), new ColourBlock(Srgb::class, ...$blocks[0]), null, $digest)->reach ?? new Reach();
    };
    $learned = static fn (array $strokes): Reach => new Reach(array_filter([$learner->learn($strokes)?->learned]));
    $rows = [];
    foreach ($photo->objects() as $object) {
        $truth = $photo->truth($object);
        $row = ['photo' => $name, 'object' => $object, 'limit' => $photo->limit($truth)];
        foreach (['learned' => $learned, 'windows' => $windows] as $how => $choose) {
            $millis = [];
            $third = $first = null;
            $timed = static function (array $strokes) use ($choose, &$millis, $photo): Reach {
                $start = hrtime(true);
                $reach = $choose($strokes);
                // Ready to be looked up in.
                $reach->weights(new Tovrin\Core\Colour\Colours($photo->colours->lab()->thinned(1)));
                $millis[] = (hrtime(true) - $start) / 1e6;

                return $reach;
            };
            $scores = (new SimulatedUser($photo, $object))->choose($timed, 8, static function (Reach $reach, array $weights) use (&$third, &$first, &$millis): void {
                $first ??= $reach;
                if (count($millis) <= 3) {
                    $third = $weights;
                }
            });
            $best = null;
            if (null !== $first?->learned) {
                foreach (range(-1.0, 1.0, 0.25) as $broader) {
                    $reach = $first->with($first->learned->tuned($broader, Learned::SOFT), Learned::class);
                    $best = max($best ?? 0.0, SimulatedUser::overlap(array_map(static fn (float $w): bool => $w >= 0.5, array_values($reach->weights($photo->colours))), $truth));
                }
            }
            $row[$how] = ['scores' => $scores, 'best' => $best, 'left' => leftAndSpilled($photo, $third ?? [], $truth), 'ms' => $millis];
        }
        $rows[] = $row;
    }

    return $rows;
}

/** @param list<float> $values */
function quantile(array $values, float $q): float
{
    sort($values);
    $at = $q * (count($values) - 1);
    $low = (int) floor($at);

    return [] === $values ? 0.0 : $values[$low] + ($at - $low) * (($values[$low + 1] ?? $values[$low]) - $values[$low]);
}

/** @param list<array<string, mixed>> $rows */
function summary(string $title, array $rows): void
{
    if ([] === $rows) {
        return;
    }
    printf("\n%s: %d objects\n", $title, count($rows));
    foreach (['learned', 'windows'] as $how) {
        foreach (['median' => 0.5, 'lower quartile' => 0.25] as $name => $q) {
            printf('  %-8s %-15s', $how, $name);
            foreach (STROKES as $n) {
                printf('  %.2f (%.2f)', quantile(array_map(static fn (array $r): float => $r[$how]['scores'][$n - 1], $rows), $q), quantile(array_map(static fn (array $r): float => $r[$how]['scores'][$n - 1] / $r['limit'], $rows), $q));
            }
            if ('learned' === $how) {
                printf('   best after one %.2f (%.2f)', quantile(array_column(array_column($rows, $how), 'best'), $q), quantile(array_map(static fn (array $r): float => $r[$how]['best'] / $r['limit'], $rows), $q));
            }
            echo "\n";
        }
        $left = array_column(array_column($rows, $how), 'left');
        printf("  %-8s left behind %.1f %% (mean %.1f), spilled %.2f %% (mean %.2f); ms a stroke: median %.0f, 95th percentile %.0f\n", $how, quantile(array_column($left, 0), 0.5), array_sum(array_column($left, 0)) / count($left), quantile(array_column($left, 1), 0.5), array_sum(array_column($left, 1)) / count($left), quantile(array_merge(...array_column(array_column($rows, $how), 'ms')), 0.5), quantile(array_merge(...array_column(array_column($rows, $how), 'ms')), 0.95));
    }
}

$names = array_slice($argv, 1) ?: MaskedPhoto::names();
echo "Choosing: IoU after 1, 2, 3, 5, 8 strokes; in brackets, as a share of what colour alone could do\n";
$rows = [];
// Two photos at a time, on two cores.
foreach (array_chunk($names, 2) as $pair) {
    $aside = isset($pair[1]) ? new Sideline(static fn (): string => json_encode(measure($pair[1]), \JSON_THROW_ON_ERROR)) : null;
    $found = measure($pair[0]);
    foreach ([...$found, ...(null === $aside ? [] : json_decode($aside->result(), true, 32, \JSON_THROW_ON_ERROR))] as $row) {
        $rows[] = $row;
        printf('%-22s %d  limit %.2f', $row['photo'], $row['object'], $row['limit']);
        foreach (['learned', 'windows'] as $how) {
            printf('  %s', $how);
            foreach (STROKES as $n) {
                printf(' %.2f', $row[$how]['scores'][$n - 1]);
            }
            if (null !== $row[$how]['best']) {
                printf(' best %.2f', $row[$how]['best']);
            }
            printf(' left %.1f spilled %.2f', ...$row[$how]['left']);
            printf(' %.0f ms', array_sum($row[$how]['ms']) / count($row[$how]['ms']));
        }
        echo "\n";
    }
}
$tuned = static fn (array $row): bool => in_array($row['photo'], MaskedPhoto::TUNED, true);
summary('Photos that choosing was tuned on', array_values(array_filter($rows, $tuned)));
summary('Photos that it was not', array_values(array_filter($rows, static fn (array $row): bool => !$tuned($row))));
summary('All', $rows);
