<?php

// How well choosing catches things: simulated users (tests/Choosing/SimulatedUser.php) choose every object of every masked photo
// by reaches learned from strokes. The main one takes nothing back; beside it one who strokes anywhere in what is wrong, and one who
// undoes what does harm.
//
//     php bench/choosing.php [--windows] [--touchy] [SCENE …]
//
// Per object: the best any function of colour could do; intersection over union after 1, 2, 3, 5 and 8 strokes (as it is then, not the
// best so far); the worst drop by one stroke; milliseconds a stroke. Per group: median and lower quartile of these, and the share of
// objects with a drop above 0.1. Of the objects of each photo every other one was tuned on; the others were only looked at.
// --windows  the same with windows fitted to the strokes, as it was before reaches were learned
// --touchy   how much the first stroke's result differs when the photo is decoded a little differently

declare(strict_types=1);

use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Learning\ReachLearner;
use Tovrin\App\Learning\StrokeMarks;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Tests\Choosing\Decoding;
use Tovrin\Tests\Choosing\Manner;
use Tovrin\Tests\Choosing\MaskedPhoto;
use Tovrin\Tests\Choosing\ReachFitter;
use Tovrin\Tests\Choosing\SimulatedUser;

require __DIR__.'/../vendor/autoload.php';

const STROKES = [1, 2, 3, 5, 8];
const FALL = 0.1;
/** Where the best that colour alone could do is below this, no reach can be held to account. */
const PARTED = 0.8;

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

/** @return Closure(list<Stroke>): Reach by windows around what the strokes lie on */
function windowsOf(MaskedPhoto $photo): Closure
{
    $marks = new StrokeMarks($photo->preview, $photo->study);
    $sample = $photo->colours->lab()->thinned(20_000);

    return static function (array $strokes) use ($marks, $sample): Reach {
        $blocks = [[[], [], []], [[], [], []]];
        foreach ($strokes as $stroke) {
            $colours = $marks->of($stroke)?->colours;
            foreach ([$colours?->a, $colours?->b, $colours?->c] as $channel => $values) {
                array_push($blocks[(int) $stroke->wanted][$channel], ...$values ?? []);
            }
        }

        return ReachFitter::fit(new ColourBlock(Srgb::class, ...$blocks[1]), new ColourBlock(Srgb::class, ...$blocks[0]), null, $sample)->reach ?? new Reach();
    };
}

/** @return list<array<string, mixed>> a row per object */
function measure(string $name, bool $windows, bool $touchy): array
{
    $photo = MaskedPhoto::named($name);
    $learner = new ReachLearner($photo->preview, $photo->study, $name);
    $learned = static fn (array $strokes): Reach => new Reach(array_filter([$learner->learn($strokes)?->learned]));
    $rows = [];
    foreach ($photo->objects() as $index => $object) {
        $truth = $photo->truth($object);
        $row = ['photo' => $name, 'object' => $object, 'tuned' => 0 === $index % 2, 'group' => MaskedPhoto::isDemo($name) ? 'demo' : 'tests/scenes', 'limit' => $photo->limit($truth)];
        $ways = [Manner::Keeps->value => [Manner::Keeps, $learned], Manner::Sloppy->value => [Manner::Sloppy, $learned], Manner::Undoes->value => [Manner::Undoes, $learned]] + ($windows ? ['windows' => [Manner::Undoes, windowsOf($photo)]] : []);
        foreach ($touchy ? [] : $ways as $how => [$manner, $choose]) {
            $millis = [];
            $third = null;
            $timed = static function (array $strokes) use ($choose, &$millis, $photo): Reach {
                $start = hrtime(true);
                $reach = $choose($strokes);
                // Ready to be looked up in.
                $reach->weights(new Colours($photo->colours->lab()->thinned(1)));
                $millis[] = (hrtime(true) - $start) / 1e6;

                return $reach;
            };
            $scores = (new SimulatedUser($photo, $object, $manner))->choose($timed, 8, static function (Reach $reach, array $weights) use (&$third, &$millis): void {
                $third = count($millis) <= 3 ? $weights : $third;
            });
            $row[$how] = ['scores' => $scores, 'left' => leftAndSpilled($photo, $third ?? [], $truth), 'ms' => $millis];
        }
        $rows[] = $row;
    }

    return $touchy ? touchiness($name, $photo, $rows) : $rows;
}

/**
 * @param list<array<string, mixed>> $rows
 *
 * @return list<array<string, mixed>> with how far the result of one and the same first stroke lies apart, and of the same three
 */
function touchiness(string $name, MaskedPhoto $photo, array $rows): array
{
    $scores = $strokes = [];
    foreach ([null, ...Decoding::cases()] as $decoding) {
        $other = null === $decoding ? $photo : MaskedPhoto::named($name, $decoding);
        $learner = new ReachLearner($other->preview, $other->study, $name);
        foreach ($rows as $n => $row) {
            $truth = $other->truth($row['object']);
            $strokes[$n] ??= [];
            if (null === $decoding) {
                (new SimulatedUser($photo, $row['object']))->choose(static function (array $made) use ($learner, &$strokes, $n): Reach {
                    $strokes[$n] = $made;

                    return new Reach(array_filter([$learner->learn($made)?->learned]));
                }, 3);
            }
            foreach ([1, 3] as $count) {
                $weights = (new Reach(array_filter([$learner->learn(array_slice($strokes[$n], 0, $count))?->learned])))->weights($other->colours);
                $scores[$n][$count][] = SimulatedUser::overlap(array_map(static fn (float $w): bool => $w >= 0.5, array_values($weights)), $truth);
            }
        }
    }
    foreach ($rows as $n => &$row) {
        $row['touchy'] = array_map(static fn (array $all): float => max($all) - min($all), $scores[$n]);
        $row['ways'] = $scores[$n][1];
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

/**
 * The most that one stroke has cost.
 *
 * @param list<float> $scores
 */
function fall(array $scores): float
{
    $most = 0.0;
    for ($i = 1; $i < count($scores); ++$i) {
        $most = max($most, $scores[$i - 1] - $scores[$i]);
    }

    return $most;
}

/** @param list<array<string, mixed>> $rows */
function summary(string $title, array $rows): void
{
    if ([] === $rows) {
        return;
    }
    printf("\n%s: %d objects\n", $title, count($rows));
    if (isset($rows[0]['touchy'])) {
        foreach ([1 => 'one stroke', 3 => 'three'] as $count => $words) {
            $apart = array_column(array_column($rows, 'touchy'), $count);
            printf("  after %-11s apart by: median %.3f, 90th percentile %.3f, at most %.3f\n", $words, quantile($apart, 0.5), quantile($apart, 0.9), max($apart));
        }

        return;
    }
    foreach (['keeps', 'sloppy', 'undoes', 'windows'] as $how) {
        $own = array_column($rows, $how);
        if ([] === $own) {
            continue;
        }
        printf('  %-8s', $how);
        foreach (['median' => 0.5, 'lower quartile' => 0.25] as $words => $q) {
            printf('  %s', $words);
            foreach (STROKES as $n) {
                printf(' %.2f', quantile(array_map(static fn (array $one): float => $one['scores'][$n - 1], $own), $q));
            }
        }
        $falls = array_map(static fn (array $one): float => fall($one['scores']), $own);
        $left = array_column($own, 'left');
        printf("   falls above %.1f: %d of %d, worst %.2f, median %.3f\n", FALL, count(array_filter($falls, static fn (float $fall): bool => $fall > FALL)), count($falls), max($falls), quantile($falls, 0.5));
        printf("            left behind %.1f %% (mean %.1f), spilled %.2f %% (mean %.2f); ms a stroke: median %.0f, 95th percentile %.0f, the eighth %.0f\n", quantile(array_column($left, 0), 0.5), array_sum(array_column($left, 0)) / count($left), quantile(array_column($left, 1), 0.5), array_sum(array_column($left, 1)) / count($left), quantile(array_merge(...array_column($own, 'ms')), 0.5), quantile(array_merge(...array_column($own, 'ms')), 0.95), quantile(array_filter(array_map(static fn (array $one): ?float => $one['ms'][7] ?? null, $own)), 0.5));
    }
}

$options = array_values(array_filter(array_slice($argv, 1), static fn (string $word): bool => str_starts_with($word, '--')));
$names = array_values(array_diff(array_slice($argv, 1), $options)) ?: MaskedPhoto::names();
[$windows, $touchy] = [in_array('--windows', $options, true), in_array('--touchy', $options, true)];
echo $touchy ? "Choosing: how far the IoU lies apart when the photo is decoded differently\n" : "Choosing: IoU after 1, 2, 3, 5, 8 strokes\n";
$rows = [];
// Two photos at a time, on two cores.
foreach (array_chunk($names, 2) as $pair) {
    $aside = isset($pair[1]) ? new ForkedTask(static fn (): string => json_encode(measure($pair[1], $windows, $touchy), \JSON_THROW_ON_ERROR)) : null;
    $found = measure($pair[0], $windows, $touchy);
    foreach ([...$found, ...(null === $aside ? [] : json_decode($aside->result(), true, 32, \JSON_THROW_ON_ERROR))] as $row) {
        $rows[] = $row;
        printf('%-22s %d  limit %.2f', $row['photo'], $row['object'], $row['limit']);
        foreach (['keeps', 'sloppy', 'undoes', 'windows'] as $how) {
            if (isset($row[$how])) {
                printf('  %s', $how);
                foreach (STROKES as $n) {
                    printf(' %.2f', $row[$how]['scores'][$n - 1]);
                }
            }
        }
        printf(isset($row['touchy']) ? '  %s' : '%s', implode(' ', array_map(static fn (float $score): string => sprintf('%.2f', $score), $row['ways'] ?? [])));
        echo "\n";
    }
}
// Two things of one colour are parted by no reach: areas are for that.
$all = $rows;
$rows = array_values(array_filter($rows, static fn (array $row): bool => $row['limit'] >= PARTED));
foreach (['demo', 'tests/scenes'] as $group) {
    summary($group, array_values(array_filter($rows, static fn (array $row): bool => $row['group'] === $group)));
}
summary('Objects that choosing was tuned on', array_values(array_filter($rows, static fn (array $row): bool => $row['tuned'])));
summary('Objects that were only looked at', array_values(array_filter($rows, static fn (array $row): bool => !$row['tuned'])));
summary('All of these', $rows);
summary('With those that colour alone cannot tell from the rest', $all);
