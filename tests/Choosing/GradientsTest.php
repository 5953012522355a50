<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Learning\ReachLearner;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\StrokeShape;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Raster;

/** Where a photo passes gradually from one colour to another, the end of a reach makes no edge. */
final class GradientsTest extends TestCase
{
    /** What the eye takes as the same surface: local contrast of at most this many times the photo's, in 99 of 100 places (common practice). */
    private const CONTRAST = 1.5;
    /** Side of a place, in pixels of a picture WIDTH wide; and the standard deviation of OKLab up to which it is smooth. */
    private const SIDE = 16;
    private const WIDTH = 768;
    private const SMOOTH = 0.01;
    /** Less contrast than one level of 8 bits makes is not seen. */
    private const LEAST = 0.003;
    /** Of Debian's package mate-backgrounds; none of them is kept here. */
    private const PHOTOS = '/usr/share/backgrounds/mate/nature';

    /** @return iterable<string, array{list<array{float, float, float, float}>, list<array{bool, float, float}>}> OKLab by height, and strokes */
    public static function gradients(): iterable
    {
        yield 'a clear sky, its blue' => [[[0.0, 0.55, -0.03, -0.11], [1.0, 0.88, -0.01, -0.02]], [[true, 0.2, 0.1]]];
        yield 'a clear sky, its haze held' => [[[0.0, 0.55, -0.03, -0.11], [1.0, 0.88, -0.01, -0.02]], [[true, 0.2, 0.1], [false, 0.5, 0.9]]];
        yield 'a sky that passes into the sea' => [[[0.0, 0.75, -0.03, -0.07], [0.45, 0.85, -0.02, -0.03], [0.55, 0.80, -0.03, -0.035], [1.0, 0.45, -0.06, -0.08]], [[true, 0.2, 0.1], [false, 0.5, 0.92]]];
        yield 'a dusk' => [[[0.0, 0.80, 0.03, 0.12], [1.0, 0.35, 0.10, -0.06]], [[true, 0.3, 0.2]]];
        yield 'the end of a shadow' => [[[0.0, 0.70, 0.12, 0.08], [1.0, 0.30, 0.06, 0.04]], [[true, 0.3, 0.2], [false, 0.5, 0.9]]];
    }

    /**
     * @param list<array{float, float, float, float}> $stops
     * @param list<array{bool, float, float}>         $strokes
     */
    #[DataProvider('gradients')]
    public function testAReachEndsGraduallyInAGradient(array $stops, array $strokes): void
    {
        $this->assertNoEdge(self::gradient($stops), $strokes);
    }

    /** @return iterable<string, array{string, list<array{bool, float, float}>}> */
    public static function photos(): iterable
    {
        yield 'a sky before a storm' => ['Storm', [[true, 0.3, 0.15]]];
        yield 'flowers out of focus' => ['TwoWings', [[true, 0.13, 0.45]]];
    }

    /** @param list<array{bool, float, float}> $strokes */
    #[DataProvider('photos')]
    public function testAReachEndsGraduallyInAPhotograph(string $name, array $strokes): void
    {
        $path = self::PHOTOS."/$name.jpg";
        if (!is_file($path)) {
            self::markTestSkipped('Debian\'s package mate-backgrounds is not installed.');
        }
        $this->assertNoEdge(PictureFile::read($path, $name), $strokes);
    }

    public function testAtARealEdgeItEndsAsSharplyAsBefore(): void
    {
        $photo = MaskedPhoto::named('bowl-and-vase');
        $learned = self::learned($photo->preview, [[true, 0.29, 0.60]]);
        $plain = new Learned($learned->model, $learned->weights, $learned->level);
        $truth = $photo->truth(1);
        $both = array_map(static fn (array $weights): float => array_sum(array_map(static fn (bool $in, float $w): float => $in ? $w : 0.0, $truth, $weights)) / array_sum($weights), [$learned->weights($photo->colours), $plain->weights($photo->colours)]);
        self::assertGreaterThan($both[1] - 0.02, $both[0], 'no more of what it reaches lies outside the bowl');
    }

    public function testAFirmerEdgeIsFirmerThereToo(): void
    {
        $picture = self::gradient([[0.0, 0.55, -0.03, -0.11], [1.0, 0.88, -0.01, -0.02]]);
        $learned = self::learned(self::raster($picture), [[true, 0.2, 0.1]]);
        $between = static fn (Learned $reach): int => \count(array_filter($reach->weights(self::colours($picture)), static fn (float $w): bool => $w > 0.05 && $w < 0.95));
        self::assertGreaterThan(3 * $between($learned->tuned(0.0, 0.0)), $between($learned));
    }

    /** @param list<array{bool, float, float}> $strokes */
    private function assertNoEdge(Pixels $picture, array $strokes): void
    {
        $learned = self::learned(self::raster($picture), $strokes);
        $small = PictureShape::reduce($picture, self::WIDTH);
        $colours = self::colours($small);
        $weights = array_values($learned->weights($colours));
        foreach ($strokes as [$wanted, $x, $y]) {
            $weight = $weights[(int) ($y * $small->height) * $small->width + (int) ($x * $small->width)];
            self::assertGreaterThan(0.8, $wanted ? $weight : 1.0 - $weight, 'what was marked follows the stroke');
        }
        self::assertNotSame([], array_filter($weights, static fn (float $weight): bool => $weight < 0.2), 'it ends somewhere');
        $lab = $colours->lab();
        [$before, $after] = array_map(static fn (ColourBlock $block): array => self::contrasts($block, $small->width, $small->height), [$lab, self::turned($lab, $weights)]);
        $ratios = [];
        foreach ($before as $place => $contrast) {
            if ($contrast < self::SMOOTH) {
                $ratios[] = $after[$place] / max(self::LEAST, $contrast);
            }
        }
        sort($ratios);
        self::assertGreaterThan(1000, \count($ratios));
        self::assertLessThanOrEqual(self::CONTRAST, $ratios[(int) (0.99 * (\count($ratios) - 1))]);
    }

    /**
     * Hues turned by a third of the circle where they are reached: what shows most.
     *
     * @param list<float> $weights
     */
    private static function turned(ColourBlock $lab, array $weights): ColourBlock
    {
        [$cos, $sin] = [cos(2 * \M_PI / 3), sin(2 * \M_PI / 3)];
        $a = $b = [];
        foreach ($weights as $i => $weight) {
            $a[] = $lab->b[$i] + $weight * (($cos - 1) * $lab->b[$i] - $sin * $lab->c[$i]);
            $b[] = $lab->c[$i] + $weight * ($sin * $lab->b[$i] + ($cos - 1) * $lab->c[$i]);
        }

        return new ColourBlock(OkLab::class, $lab->a, $a, $b);
    }

    /**
     * Standard deviation of the colours in each place of a picture.
     *
     * @return list<float>
     */
    private static function contrasts(ColourBlock $lab, int $width, int $height): array
    {
        $contrasts = [];
        for ($top = 0; $top + self::SIDE <= $height; $top += self::SIDE / 4) {
            for ($left = 0; $left + self::SIDE <= $width; $left += self::SIDE / 4) {
                $variance = 0.0;
                foreach ([$lab->a, $lab->b, $lab->c] as $plane) {
                    $sum = $squares = 0.0;
                    for ($y = $top; $y < $top + self::SIDE; ++$y) {
                        for ($i = $y * $width + $left, $past = $i + self::SIDE; $i < $past; ++$i) {
                            $sum += $plane[$i];
                            $squares += $plane[$i] * $plane[$i];
                        }
                    }
                    $variance += $squares / self::SIDE ** 2 - ($sum / self::SIDE ** 2) ** 2;
                }
                $contrasts[] = sqrt(max(0.0, $variance));
            }
        }

        return $contrasts;
    }

    /** @param list<array{bool, float, float}> $strokes */
    private static function learned(Raster $photo, array $strokes): Learned
    {
        $learned = (new ReachLearner($photo, StudyMaker::study($photo), 'here'))->learn(array_map(static fn (array $stroke): Stroke => new Stroke($stroke[0], StrokeShape::Path, [[$stroke[1] - 0.025, $stroke[2]], [$stroke[1] + 0.025, $stroke[2]]], '#808080'), $strokes))?->learned;
        self::assertNotNull($learned);

        return $learned;
    }

    private static function raster(Pixels $picture): Raster
    {
        return PictureShape::reduce($picture, 1600)->raster();
    }

    private static function colours(Pixels $picture): Colours
    {
        return new Colours((new ColourSample($picture->bytes()))->colours());
    }

    /** @param list<array{float, float, float, float}> $stops OKLab by height, with soft passages between; dithered as a camera's noise does it */
    private static function gradient(array $stops): Pixels
    {
        [$width, $height] = [1200, 800];
        $random = new Randomizer(new Mt19937(4));
        $bytes = '';
        for ($y = 0, $s = 0; $y < $height; ++$y) {
            $at = $y / ($height - 1);
            while ($at > $stops[$s + 1][0]) {
                ++$s;
            }
            $t = ($at - $stops[$s][0]) / ($stops[$s + 1][0] - $stops[$s][0]);
            $lab = array_map(static fn (int $i): float => $stops[$s][$i] + ($stops[$s + 1][$i] - $stops[$s][$i]) * $t * $t * (3 - 2 * $t), [1, 2, 3]);
            $rgb = ColourBlock::one(OkLab::class, ...$lab)->in(Srgb::class)->at(0);
            $noise = $random->getBytes(3 * $width);
            for ($i = 0; $i < 3 * $width; ++$i) {
                $bytes .= \chr((int) max(0.0, min(255.0, 255.0 * $rgb[$i % 3] + \ord($noise[$i]) / 256.0)));
            }
        }

        return new Pixels($width, $height, 8, false, $bytes);
    }
}
