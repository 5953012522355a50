<?php

// How much a recoloured thing looks as if it had been made so: scenes rendered again with the same light and other paints are the truth
// (tests/scenes/repaint). A simulated user chooses the thing with five strokes, gives the colour of its body and the one that it is to have,
// and has the picture delivered. Printed are mean distances from the truth in OKLab × 100, of the whole thing (its edge left out), its darkest
// 30 % and its lightest 5 %, and of a band of 3 pixels to either side of its edge; and by how much the share of that band that shows the
// old hue is above the truth's.
//
//     php bench/repaint.php [--keep FOLDER] [SCENE …]

declare(strict_types=1);

use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Learning\ReachLearner;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Move\Kind\Recolour;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Tests\Choosing\MaskedPhoto;
use Tovrin\Tests\Choosing\SimulatedUser;

require __DIR__.'/../vendor/autoload.php';

const STROKES = 5;
const PAINTS = [1, 2, 3];
const BAND = 3;
const SHADE = 0.3;
const GLOSS = 0.05;
/** OKLCh chroma from which on a hue is seen, and how far from the old hue it still is the old one. */
const SEEN = 0.03;
const OLD_DEGREES = 30.0;

/** @return ColourBlock OKLab */
function labOf(string $path): ColourBlock
{
    return (new ColourSample(PictureFile::read($path, basename($path))->bytes()))->colours()->in(OkLab::class);
}

/** @return list<bool> whether each pixel is covered by half or more */
function coverOf(string $path): array
{
    $mask = new Imagick($path);
    $mask->setImageDepth(8);
    $mask->setImageFormat('gray');

    return array_map(static fn (string $byte): bool => ord($byte) >= 128, str_split($mask->getImageBlob()));
}

/**
 * Which pixels lie within so many pixels of one of another kind.
 *
 * @param list<bool> $cover
 *
 * @return list<bool>
 */
function besideEdge(array $cover, int $width, int $within): array
{
    $height = intdiv(count($cover), $width);
    $beside = array_fill(0, count($cover), false);
    foreach ($cover as $i => $in) {
        [$x, $y] = [$i % $width, intdiv($i, $width)];
        if (($x > 0 && $cover[$i - 1] !== $in) || ($y > 0 && $cover[$i - $width] !== $in)) {
            for ($dy = -$within; $dy < $within; ++$dy) {
                for ($dx = -$within; $dx < $within; ++$dx) {
                    if ($x + $dx >= 0 && $x + $dx < $width && $y + $dy >= 0 && $y + $dy < $height) {
                        $beside[$i + $dy * $width + $dx] = true;
                    }
                }
            }
        }
    }

    return array_values($beside);
}

/** @param list<int> $pixels */
function medianOf(ColourBlock $lab, array $pixels): string
{
    $middle = static function (array $channel) use ($pixels): float {
        $values = array_map(static fn (int $i): float => $channel[$i], $pixels);
        sort($values);

        return $values[intdiv(count($values), 2)];
    };

    return Hex::format(...ColourBlock::of(OkLab::class, [[$middle($lab->a), $middle($lab->b), $middle($lab->c)]])->in(Srgb::class)->at(0));
}

/** @param list<int> $pixels */
function distance(ColourBlock $one, ColourBlock $other, array $pixels): float
{
    $sum = 0.0;
    foreach ($pixels as $i) {
        $sum += sqrt(($one->a[$i] - $other->a[$i]) ** 2 + ($one->b[$i] - $other->b[$i]) ** 2 + ($one->c[$i] - $other->c[$i]) ** 2);
    }

    return 100.0 * $sum / max(1, count($pixels));
}

/** @param list<int> $pixels */
function oldHue(ColourBlock $lab, array $pixels, float $a, float $b): float
{
    $old = 0;
    foreach ($pixels as $i) {
        $chroma = hypot($lab->b[$i], $lab->c[$i]);
        $old += $chroma > SEEN && ($lab->b[$i] * $a + $lab->c[$i] * $b) / ($chroma * hypot($a, $b)) > cos(deg2rad(OLD_DEGREES)) ? 1 : 0;
    }

    return $old / max(1, count($pixels));
}

$arguments = array_slice($argv, 1);
$keep = null;
if (false !== ($at = array_search('--keep', $arguments, true))) {
    $keep = $arguments[$at + 1] ?? null;
    array_splice($arguments, $at, 2);
}
$folder = __DIR__.'/../tests/scenes/repaint';
$names = array_map(static fn (string $path): string => basename($path, '-0.jpg'), glob("$folder/*-0.jpg") ?: []);
$names = [] === $arguments ? $names : array_values(array_intersect($names, $arguments));
$target = sys_get_temp_dir().'/tovrin-repaint-'.getmypid().'.png';
$ways = ['tint, mixed' => [Recolour::TINT, Edges::Mixed], 'tint, unmixed' => [Recolour::TINT, Edges::Unmixed], 'paint, mixed' => [Recolour::PAINT, Edges::Mixed], 'paint, unmixed' => [Recolour::PAINT, Edges::Unmixed]];
$all = array_fill_keys(array_keys($ways), []);
printf("%-18s %-15s %6s %6s %6s %6s %7s\n", 'scene, paint', '', 'body', 'shade', 'gloss', 'edge', 'old hue');
foreach ($names as $name) {
    $photo = MaskedPhoto::covered($name, "$folder/$name-0.jpg", "$folder/$name-mask-1.png");
    $learner = new ReachLearner($photo->preview, $photo->study, $name);
    $reach = new Reach();
    (new SimulatedUser($photo, 1))->choose(static function (array $strokes) use ($learner, &$reach): Reach {
        return $reach = new Reach(array_filter([$learner->learn($strokes)?->learned]));
    }, STROKES);
    $base = labOf("$folder/$name-0.jpg");
    $cover = coverOf("$folder/$name-mask-1.png");
    $beside = besideEdge($cover, $photo->preview->width, BAND);
    $band = array_keys($beside, true, true);
    $inside = array_values(array_filter(array_keys($cover, true, true), static fn (int $i): bool => !$beside[$i]));
    $inside = count($inside) > 500 ? $inside : array_keys($cover, true, true);
    usort($inside, static fn (int $i, int $j): int => $base->a[$i] <=> $base->a[$j]);
    $n = count($inside);
    $parts = ['body' => $inside, 'shade' => array_slice($inside, 0, (int) (SHADE * $n)), 'gloss' => array_slice($inside, (int) ((1 - GLOSS) * $n))];
    $middle = array_slice($inside, (int) (0.4 * $n), (int) (0.4 * $n));
    $anchor = medianOf($base, $middle);
    [, $a, $b] = ColourBlock::of(Srgb::class, [Hex::parse($anchor)])->in(OkLab::class)->at(0);
    foreach (PAINTS as $paint) {
        $truth = labOf("$folder/$name-$paint.jpg");
        $before = oldHue($truth, $band, $a, $b);
        foreach ($ways as $way => [$method, $edges]) {
            $grade = new Grade([new Move(new Recolour($anchor, medianOf($truth, $middle), method: $method), reach: $reach, id: 'm1')], '', $edges);
            Rendering::file("$folder/$name-0.jpg", $name, $grade, new ExportSpec(ExportFormat::Png), $target, static function (): void {});
            if (null !== $keep) {
                copy($target, "$keep/$name-$paint-".str_replace(', ', '-', $way).'.png');
            }
            $result = labOf($target);
            $figures = array_map(static fn (array $pixels): float => distance($result, $truth, $pixels), $parts) + ['edge' => distance($result, $truth, $band), 'old hue' => max(0.0, oldHue($result, $band, $a, $b) - $before)];
            $all[$way][] = $figures;
            printf("%-18s %-15s %6.2f %6.2f %6.2f %6.2f %7.3f\n", substr($name, 8)." $paint", $way, ...array_values($figures));
        }
    }
}
@unlink($target);
$means = array_map(static fn (array $rows): array => array_map(static fn (string $what): float => array_sum(array_column($rows, $what)) / max(1, count($rows)), ['body', 'shade', 'gloss', 'edge', 'old hue']), $all);
echo "\n";
foreach ($means as $way => $mean) {
    printf("%-18s %-15s %6.2f %6.2f %6.2f %6.2f %7.3f   of tint, mixed: %.2f %.2f %.2f %.2f %.2f\n", 'mean', $way, ...$mean, ...array_map(static fn (float $now, float $was): float => $now / max(1e-9, $was), $mean, $means['tint, mixed']));
}
