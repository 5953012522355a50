<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Area;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Area\Area;
use Tovrin\Core\Area\AreaRaster;
use Tovrin\Core\Area\Brush;
use Tovrin\Core\Area\Ellipse;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Area\Gradient;
use Tovrin\Core\Area\Part;
use Tovrin\Core\Area\Polygon;
use Tovrin\Core\Area\Shape;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Tests\Outside;

final class AreaTest extends TestCase
{
    public function testAGradientGoesFromNothingToEverything(): void
    {
        $area = self::area(new Gradient([0.2, 0.5], [0.6, 0.5]));
        self::assertSame([0.0, 0.0, 0.5, 1.0, 1.0], self::rounded(self::at($area, [[0.0, 0.1], [0.2, 0.9], [0.4, 0.5], [0.6, 0.2], [1.0, 1.0]])));
        // A quarter of the way: 3t² − 2t³.
        self::assertEqualsWithDelta(0.15625, self::at($area, [[0.3, 0.7]])[0], 1e-9);
    }

    public function testAGradientRunsAcrossItsLineAsThePictureIsSeen(): void
    {
        // On a picture twice as wide as high, from the top left at 45°: 0.2 of the width are 0.4 of the height.
        $area = self::area(new Gradient([0.0, 0.0], [0.2, 0.4]));
        [$one, $other] = self::at($area, [[0.2, 0.0], [0.0, 0.4]], Frame::of(200, 100));
        self::assertEqualsWithDelta(0.5, $one, 1e-9);
        self::assertEqualsWithDelta(0.5, $other, 1e-9);
    }

    public function testAnEllipseIsHalfOnItsOutlineAndSoftAcrossIt(): void
    {
        $area = self::area(new Ellipse([0.5, 0.5], [0.3, 0.2], 0.0, 0.04));
        self::assertSame([1.0, 0.5, 0.5, 0.0, 1.0], self::rounded(self::at($area, [[0.5, 0.5], [0.8, 0.5], [0.5, 0.7], [0.9, 0.5], [0.7, 0.5]])));
    }

    public function testATurnedEllipseLiesWhereItIsSeen(): void
    {
        // Turned by 90° on a picture twice as wide as high, its width of 0.2 stands upright: 0.4 of the height.
        $area = self::area(new Ellipse([0.5, 0.5], [0.2, 0.1], 90.0, 0.02));
        self::assertSame([0.5, 0.5, 0.0], self::rounded(self::at($area, [[0.5, 0.9], [0.55, 0.5], [0.6, 0.5]], Frame::of(200, 100))));
    }

    public function testAPolygonTakesInWhatItEnclosesHoweverItIsDented(): void
    {
        $arrow = new Polygon([[0.1, 0.1], [0.9, 0.1], [0.9, 0.9], [0.5, 0.5], [0.1, 0.9]], 0.02);
        self::assertSame([1.0, 0.0, 0.5, 0.5, 0.0], self::rounded(self::at(self::area($arrow), [[0.5, 0.3], [0.5, 0.7], [0.5, 0.1], [0.7, 0.7], [0.05, 0.5]])));
    }

    /**
     * Where ImageMagick draws the same shape, and nowhere else; its pixels along the outline, and those next to them, are left out.
     *
     * @param list<string> $drawing arguments of ImageMagick, on a picture of 300 × 200
     */
    #[DataProvider('drawings')]
    public function testAShapeLiesWhereImageMagickDrawsIt(Shape $shape, array $drawing): void
    {
        [$width, $height] = [300, 200];
        $theirs = Outside::run([Outside::convert(), '-size', $width.'x'.$height, 'xc:black', '-fill', 'white', ...$drawing, '-depth', '8', 'gray:-']);
        self::assertSame($width * $height, \strlen($theirs));
        $x = $y = [];
        for ($i = 0; $i < $width * $height; ++$i) {
            $x[] = ($i % $width + 0.5) / $width;
            $y[] = (intdiv($i, $width) + 0.5) / $height;
        }
        $ours = self::area($shape)->weights(Frame::of($width, $height), $x, $y);
        $compared = [0, 0];
        for ($row = 1; $row < $height - 1; ++$row) {
            for ($column = 1; $column < $width - 1; ++$column) {
                $around = '';
                for ($r = $row - 1; $r <= $row + 1; ++$r) {
                    $around .= substr($theirs, $r * $width + $column - 1, 3);
                }
                $in = "\xFF" === $around[4];
                if ($around === str_repeat($in ? "\xFF" : "\0", 9)) {
                    self::assertEqualsWithDelta($in ? 1.0 : 0.0, $ours[$row * $width + $column], 0.02, "$column, $row");
                    ++$compared[(int) $in];
                }
            }
        }
        self::assertGreaterThan(2000, min($compared));
    }

    /** @return iterable<string, array{Shape, list<string>}> */
    public static function drawings(): iterable
    {
        yield 'a turned ellipse' => [new Ellipse([0.5, 0.45], [80 / 300, 40 / 200], 25.0, 0.002), ['-draw', 'push graphic-context translate 150,90 rotate 25 ellipse 0,0 80,40 0,360 pop graphic-context']];
        yield 'a star' => [new Polygon([[0.5, 0.05], [0.58, 0.4], [0.9, 0.4], [0.64, 0.6], [0.75, 0.95], [0.5, 0.7], [0.25, 0.95], [0.36, 0.6], [0.1, 0.4], [0.42, 0.4]], 0.003), ['-draw', 'polygon 150,10 174,80 270,80 192,120 225,190 150,140 75,190 108,120 30,80 126,80']];
        yield 'a brush stroke' => [new Brush([[0.1, 0.2], [0.4, 0.8], [0.9, 0.3]], 15.45 / 300, 0.06), ['-fill', 'none', '-stroke', 'white', '-draw', 'stroke-width 30 stroke-linecap round stroke-linejoin round polyline 30,40 120,160 270,60']];
    }

    public function testABrushTouchesNothingBeyondItsRadius(): void
    {
        $area = self::area(new Brush([[0.2, 0.5], [0.8, 0.5]], 0.1, 0.5));
        self::assertSame([1.0, 1.0, 0.5, 0.0, 0.0], self::rounded(self::at($area, [[0.5, 0.5], [0.5, 0.55], [0.5, 0.575], [0.5, 0.6], [0.92, 0.5]])));
    }

    public function testABrushThatKeepsToItsColourStopsWhereThatEnds(): void
    {
        $area = self::area(new Brush([[0.2, 0.5], [0.8, 0.5]], 0.2, 0.1, ['#b06040', '#b06040']));
        $colours = new Colours(ColourBlock::of(Srgb::class, [[176 / 255, 96 / 255, 64 / 255], [0.9, 0.9, 0.88], [0.68, 0.38, 0.26]]));
        $weights = $area->weights(Frame::of(100, 100), [0.5, 0.5, 0.5], [0.5, 0.55, 0.6], $colours);
        self::assertSame([1.0, 0.0, 1.0], self::rounded($weights));
        // Where the photo is not known, it is a brush like any other.
        self::assertSame([1.0, 1.0, 1.0], self::rounded($area->weights(Frame::of(100, 100), [0.5, 0.5, 0.5], [0.5, 0.55, 0.6])));
    }

    public function testItsColourGoesAlongTheStroke(): void
    {
        $area = self::area(new Brush([[0.0, 0.5], [1.0, 0.5]], 0.2, 0.1, ['#303030', '#e0e0e0']));
        $white = static fn (float $x): float => $area->weights(Frame::of(100, 100), [$x], [0.5], new Colours(ColourBlock::of(Srgb::class, [[0.87, 0.87, 0.87]])))[0];
        self::assertSame([0.0, 1.0], [$white(0.1), $white(0.98)]);
    }

    public function testShapesAreAddedTakenOffAndInverted(): void
    {
        [$left, $right] = [new Ellipse([0.3, 0.5], [0.2, 0.2], 0.0, 0.01), new Ellipse([0.6, 0.5], [0.2, 0.2], 0.0, 0.01)];
        $places = [[0.2, 0.5], [0.45, 0.5], [0.7, 0.5], [0.95, 0.5]];
        self::assertSame([1.0, 1.0, 1.0, 0.0], self::rounded(self::at(self::area($left, $right), $places)));
        self::assertSame([1.0, 0.0, 0.0, 0.0], self::rounded(self::at(new Area([new Part($left), new Part($right, true)]), $places)));
        // Taken off first, it is taken off everything.
        self::assertSame([0.0, 0.0, 1.0, 1.0], self::rounded(self::at(new Area([new Part($left, true)]), $places)));
        self::assertSame([0.0, 0.0, 0.0, 1.0], self::rounded(self::at(new Area([new Part($left), new Part($right)], true), $places)));
    }

    public function testAPictureOfAnotherShapeTakesTheAreaAlong(): void
    {
        $area = self::area(new Ellipse([0.5, 0.5], [0.25, 0.25], 0.0, 0.01));
        foreach ([Frame::of(300, 200), Frame::of(200, 300), Frame::of(1000, 100)] as $frame) {
            self::assertSame([0.5, 0.5, 1.0, 0.0], self::rounded(self::at($area, [[0.75, 0.5], [0.5, 0.25], [0.6, 0.6], [0.8, 0.5]], $frame)));
        }
    }

    #[DataProvider('shapes')]
    public function testADistanceNeverChangesByMoreThanTheWayGone(Shape $shape): void
    {
        $frame = Frame::of(300, 200);
        mt_srand(7);
        for ($i = 0; $i < 400; ++$i) {
            [$x, $y, $dx, $dy] = [mt_rand() / mt_getrandmax(), 0.66 * mt_rand() / mt_getrandmax(), 0.1 * (mt_rand() / mt_getrandmax() - 0.5), 0.1 * (mt_rand() / mt_getrandmax() - 0.5)];
            [$here, $there] = $shape->distances($frame, [$x, $x + $dx], [$y, $y + $dy]);
            self::assertLessThanOrEqual(hypot($dx, $dy) + 1e-9, abs($here - $there));
        }
    }

    #[DataProvider('shapes')]
    public function testOnItsGridAnAreaIsExactAndBetweenWithinALevel(Shape $shape): void
    {
        $frame = Frame::of(300, 200);
        $area = self::area($shape);
        $raster = AreaRaster::of($area, $frame);
        $words = array_values((array) unpack('v*', $raster->words));
        self::assertCount($raster->width * $raster->height, $words);
        mt_srand(11);
        $x = $y = $drawn = $betweenX = $betweenY = $between = [];
        for ($i = 0; $i < 1500; ++$i) {
            [$column, $row] = [mt_rand(0, $raster->width - 2), mt_rand(0, $raster->height - 2)];
            $value = static fn (int $right, int $below): float => (\is_int($word = $words[($row + $below) * $raster->width + $column + $right]) ? $word : 0) / 65535;
            [$x[], $y[], $drawn[]] = [($column + 0.5) / $raster->width, ($row + 0.5) / $raster->height, $value(0, 0)];
            [$betweenX[], $betweenY[], $between[]] = [($column + 1) / $raster->width, ($row + 1) / $raster->height, ($value(0, 0) + $value(1, 0) + $value(0, 1) + $value(1, 1)) / 4];
        }
        foreach ($area->weights($frame, $x, $y) as $i => $exact) {
            self::assertEqualsWithDelta($exact, $drawn[$i], 1 / 65535);
        }
        foreach ($area->weights($frame, $betweenX, $betweenY) as $i => $exact) {
            self::assertEqualsWithDelta($exact, $between[$i], 2 / 255);
        }
    }

    /** @return iterable<string, array{Shape}> */
    public static function shapes(): iterable
    {
        yield 'gradient' => [new Gradient([0.2, 0.1], [0.7, 0.8])];
        yield 'ellipse' => [new Ellipse([0.4, 0.5], [0.3, 0.15], 25.0, 0.03)];
        yield 'polygon' => [new Polygon([[0.2, 0.2], [0.8, 0.1], [0.6, 0.5], [0.9, 0.9], [0.3, 0.7]], 0.03)];
        yield 'brush' => [new Brush([[0.2, 0.2], [0.5, 0.7], [0.8, 0.3]], 0.06, 0.6)];
    }

    public function testAKeepingBrushIsDrawnOnThePhotosOwnPixels(): void
    {
        // The left half of the photo is red, the right half grey.
        [$wide, $high] = [64, 64];
        $picture = str_repeat(str_repeat("\xB0\x40\x30", 32).str_repeat("\x80\x80\x80", 32), $high);
        $brush = new Brush([[0.3, 0.5], [0.7, 0.5]], 0.1, 0.2, ['#b04030', '#b04030']);
        $raster = AreaRaster::of(self::area($brush), Frame::of($wide, $high), 256, $picture, $wide, $high);
        $words = array_values((array) unpack('v*', $raster->words));
        $at = static fn (float $x): mixed => $words[intdiv($raster->height, 2) * $raster->width + (int) ($x * $raster->width)];
        self::assertSame([65535, 65535, 0, 0], [$at(0.35), $at(0.49), $at(0.51), $at(0.65)]);
    }

    private static function area(Shape ...$shapes): Area
    {
        \assert([] !== $shapes);

        return new Area(array_map(static fn (Shape $shape): Part => new Part($shape), array_values($shapes)));
    }

    /**
     * @param list<array{float, float}> $places
     *
     * @return array<int, float>
     */
    private static function at(Area $area, array $places, ?Frame $frame = null): array
    {
        return $area->weights($frame ?? Frame::of(100, 100), array_column($places, 0), array_column($places, 1));
    }

    /**
     * @param array<int, float> $weights
     *
     * @return array<int, float>
     */
    private static function rounded(array $weights): array
    {
        return array_map(static fn (float $weight): float => round($weight, 6), $weights);
    }
}
