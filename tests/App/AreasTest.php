<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Imaging\Apply\GuidedFilter;
use Tovrin\App\Imaging\Apply\PlanePictures;
use Tovrin\App\Imaging\Apply\SoftSize;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Areas and softened mattes in files. */
final class AreasTest extends TestCase
{
    private const REACH = ['hue' => ['from' => 10, 'to' => 120, 'softFrom' => 25, 'softTo' => 25]];
    private const ELLIPSE = ['shapes' => [['shape' => 'ellipse', 'centre' => [0.4, 0.5], 'radii' => [0.25, 0.35], 'turn' => 20, 'feather' => 0.12]]];
    /** All around the ellipse. */
    private const BEYOND = ['shapes' => [['shape' => 'ellipse', 'centre' => [0.4, 0.5], 'radii' => [0.27, 0.37], 'turn' => 20, 'feather' => 0.12]]];
    private const GRADIENT = ['shapes' => [['shape' => 'gradient', 'from' => [0.1, 0.2], 'to' => [0.9, 0.6]]]];

    /** @param 8|16 $bits */
    #[DataProvider('kinds')]
    public function testAFileIsWhatExactEvaluationSays(int $bits, bool $alpha, Grade $grade): void
    {
        $source = self::picture($bits, $alpha);
        $target = Outside::scratch().'/graded.png';
        $exactness = Rendering::file($source, 'source', $grade, new ExportSpec(ExportFormat::Png), $target, static function (): void {});
        self::assertNotNull($exactness);
        [$before, $after] = [PictureFile::read($source, 'source'), PictureFile::read($target, 'target')];
        self::assertSame([$bits, $alpha], [$after->bits, $after->alpha]);
        [$x, $y, $rgb, $opacity] = self::split($before);
        [, , $result, $kept] = self::split($after);
        self::assertSame($opacity, $kept);
        $planes = Planes::of($grade);
        $colours = new Colours(new ColourBlock(Srgb::class, ...$rgb));
        $values = PlanePictures::of($planes, $before)->at($x, $y, $rgb, $colours);
        $exact = Evaluator::evaluate($grade, $colours, [], new PlaneValues($planes, $values))->colours;
        $off = DeltaE2000::between($exact, new ColourBlock(Srgb::class, ...$result));
        sort($off);
        $n = \count($off);
        // In 8 bits a level is up to some 0.6 in dark colours, whatever the table.
        self::assertLessThan(16 === $bits ? 0.08 : 0.3, array_sum($off) / $n);
        self::assertLessThan(16 === $bits ? 0.8 : 1.2, $off[(int) (0.99 * $n)]);
        // Outside of every area nothing moves: from one point of its grid on.
        $untouched = 0;
        $beyond = Looks::of(['kind' => 'shift', 'area' => self::BEYOND])->moves[0]->area?->weights(Frame::of($before->width, $before->height), $x, $y) ?? [];
        foreach (array_keys($x) as $i) {
            if (1 === $planes->count() && 0.0 === $beyond[$i]) {
                ++$untouched;
                self::assertEqualsWithDelta($rgb[0][$i], $result[0][$i], 2 / 65535);
                self::assertEqualsWithDelta($rgb[2][$i], $result[2][$i], 2 / 65535);
            }
        }
        self::assertTrue($planes->count() > 1 || $untouched > $n / 5);
    }

    /** @return iterable<string, array{8|16, bool, Grade}> */
    public static function kinds(): iterable
    {
        $one = ['kind' => 'shift', 'reach' => self::REACH, 'params' => ['hue' => 40, 'lightness' => 6], 'area' => self::ELLIPSE];
        $two = ['kind' => 'warmth', 'params' => ['warmth' => 30], 'area' => self::GRADIENT];
        $three = ['kind' => 'shift', 'reach' => ['light' => ['from' => 0.5, 'to' => 1, 'softFrom' => 0.3, 'softTo' => 0]], 'params' => ['saturation' => -40], 'soften' => 8];
        yield 'one area, 8 bits' => [8, false, Looks::of($one)];
        yield 'one area, 16 bits and transparency' => [16, true, Looks::of(['kind' => 'saturation', 'params' => ['vibrance' => 10], 'area' => self::ELLIPSE], $one)];
        yield 'three planes, 16 bits' => [16, false, Looks::of($one, $two, $three)];
        yield 'three planes, 8 bits and transparency' => [8, true, Looks::of($one, $two, $three)];
    }

    public function testTheGuidedFilterIsThatOfThePaper(): void
    {
        $size = SoftSize::of(20.0, Frame::of(256, 171));
        self::assertSame([256, 171], [$size->width, $size->height]);
        [$matte, $picture, $guide, $weights] = self::matte($size->width, $size->height);
        $soft = GuidedFilter::soften($matte, $picture, $size);
        $theirs = self::byNumPy($guide, $weights, $size->radius);
        /** @var array<int, float> $ours */
        $ours = array_values((array) unpack('f*', $soft->floats));
        for ($i = 0, $n = $size->width * $size->height; $i < $n; $i += 7) {
            [$row, $column] = [intdiv($i, $size->width), $i % $size->width];
            self::assertEqualsWithDelta($theirs['a'][$row][$column], $ours[2 * $i], 2e-4);
            self::assertEqualsWithDelta($theirs['b'][$row][$column], $ours[2 * $i + 1], 2e-4);
        }
    }

    public function testOnFewerPointsItComesToMuchTheSame(): void
    {
        // The paper's filter on every pixel, against ours on every third.
        [$width, $height] = [768, 512];
        [$matte, $picture, $guide, $weights] = self::matte($width, $height);
        $size = SoftSize::of(15.6, Frame::of($width, $height));
        $soft = GuidedFilter::soften($matte, $picture, $size);
        $theirs = self::byNumPy($guide, $weights, (int) round(0.0156 * $width))['q'];
        $x = $y = $luma = $expected = [];
        for ($i = 0; $i < 4000; ++$i) {
            [$column, $row] = [($i * 7919) % $width, ($i * 104_729) % $height];
            [$x[], $y[], $luma[], $expected[]] = [($column + 0.5) / $width, ($row + 0.5) / $height, $guide[$row][$column], max(0.0, min(1.0, $theirs[$row][$column]))];
        }
        $off = array_map(static fn (float $p, float $q): float => abs($p - $q), $soft->at($x, $y, $luma), $expected);
        sort($off);
        self::assertLessThan(0.01, array_sum($off) / 4000);
        self::assertLessThan(0.08, $off[3960]);
    }

    public function testASoftenedMatteFollowsTheEdgeAndLosesItsSpeckles(): void
    {
        [$matte, $picture, , $weights] = self::matte(512, 342);
        $size = SoftSize::of(12.0, Frame::of(512, 342));
        $soft = GuidedFilter::soften($matte, $picture, $size);
        $wrong = static function (callable $weight): int {
            $count = 0;
            for ($i = 0; $i < 5000; ++$i) {
                [$column, $row] = [($i * 7919) % 512, ($i * 104_729) % 342];
                $count += ($weight($column, $row) >= 0.5) === self::inDisc($column, $row, 512, 342) ? 0 : 1;
            }

            return $count;
        };
        $guide = static fn (int $column, int $row): float => self::level($column, $row, 512, 342);
        $before = $wrong(static fn (int $column, int $row): float => $weights[$row][$column]);
        $after = $wrong(static fn (int $column, int $row): float => $soft->at([($column + 0.5) / 512], [($row + 0.5) / 342], [$guide($column, $row)])[0]);
        self::assertGreaterThan(500, $before);
        self::assertLessThan($before / 20, $after);
    }

    public function testAMatteIsWrittenWithItsArea(): void
    {
        $source = self::picture(8, false);
        $target = Outside::scratch().'/matte.png';
        $grade = Looks::of(['kind' => 'shift', 'area' => self::ELLIPSE]);
        Rendering::matte($source, 'source', $grade, 0, $target);
        self::assertSame([255, 255, 255], Pictures::pixel($target, 240, 200));
        self::assertSame([0, 0, 0], Pictures::pixel($target, 590, 20));
        [$x, $y] = [400, 200];
        $exact = $grade->moves[0]->area?->weights(Frame::of(600, 400), [($x + 0.5) / 600], [($y + 0.5) / 400])[0] ?? 0.0;
        self::assertEqualsWithDelta(255 * $exact, Pictures::pixel($target, $x, $y)[0], 1.5);
    }

    #[DataProvider('tables')]
    public function testATableOfAGradeWithAnAreaIsRefusedUnlessItsColourPartIsAskedFor(string $format): void
    {
        $target = Outside::scratch()."/table.$format";
        $grade = Looks::of(['kind' => 'shift', 'label' => 'Jug to teal', 'params' => ['hue' => 90], 'area' => self::ELLIPSE]);
        try {
            Rendering::grade($grade, $target, $format, 9, static function (): void {});
            self::fail('It was written.');
        } catch (PictureError $e) {
            self::assertStringContainsString('“Jug to teal” is limited to an area', $e->getMessage());
            self::assertFileDoesNotExist($target);
        }
        Rendering::grade($grade, $target, $format, 9, static function (): void {}, true);
        $alone = Outside::scratch()."/alone.$format";
        Rendering::grade($grade->withoutAreas(), $alone, $format, 9, static function (): void {});
        self::assertFileEquals($alone, $target);
    }

    /** @return iterable<array{string}> */
    public static function tables(): iterable
    {
        yield ['cube'];
        yield ['icc'];
        yield ['hald'];
    }

    /**
     * A disc on a ground, both noisy, and a matte of it full of speckles.
     *
     * @return array{Pixels, Pixels, array<int, array<int, float>>, array<int, array<int, float>>} matte, picture, luma, weights
     */
    private static function matte(int $width, int $height): array
    {
        $words = $rgb = '';
        $guide = $weights = [];
        for ($y = 0; $y < $height; ++$y) {
            for ($x = 0; $x < $width; ++$x) {
                $level = (int) round(65535 * self::level($x, $y, $width, $height));
                $guide[$y][] = $level / 65535.0;
                $weight = self::inDisc($x, $y, $width, $height) === (self::random($x, $y, 2) < 0.8) ? 65535 : 0;
                $weights[$y][] = $weight / 65535.0;
                $rgb .= pack('S3', $level, $level, $level);
                $words .= pack('S3', $weight, $weight, $weight);
            }
        }

        return [new Pixels($width, $height, 16, false, $words), new Pixels($width, $height, 16, false, $rgb), $guide, $weights];
    }

    private static function inDisc(int $x, int $y, int $width, int $height): bool
    {
        return hypot($x - 0.5 * $width, $y - 0.5 * $height) < 0.3 * $height;
    }

    private static function level(int $x, int $y, int $width, int $height): float
    {
        return (self::inDisc($x, $y, $width, $height) ? 0.7 : 0.25) + 0.1 * (self::random($x, $y, 1) - 0.5);
    }

    private static function random(int $x, int $y, int $which): float
    {
        return (crc32("$x $y $which") & 0xFFFF) / 0xFFFF;
    }

    /**
     * @param array<int, array<int, float>> $guide
     * @param array<int, array<int, float>> $weights
     *
     * @return array{a: list<list<float>>, b: list<list<float>>, q: list<list<float>>}
     */
    private static function byNumPy(array $guide, array $weights, int $radius): array
    {
        /** @var array{a: list<list<float>>, b: list<list<float>>, q: list<list<float>>} $answer */
        $answer = json_decode(Outside::run(['/usr/bin/python3', 'tests/outside/guided.py'], json_encode(['guide' => $guide, 'matte' => $weights, 'radius' => $radius, 'epsilon' => GuidedFilter::EPSILON], \JSON_THROW_ON_ERROR)), true, 8, \JSON_THROW_ON_ERROR);

        return $answer;
    }

    /** A picture of soft colours, 600 × 400, like things under light. */
    private static function picture(int $bits, bool $alpha): string
    {
        $most = 16 === $bits ? 65_535 : 255;
        $data = '';
        for ($y = 0; $y < 400; ++$y) {
            for ($x = 0; $x < 600; ++$x) {
                $light = 0.35 + 0.5 * sin($x / 90) ** 2;
                $values = [$light, $light * (0.75 + 0.2 * cos($y / 60)), $light * (0.6 + 0.3 * sin($y / 80 + $x / 150))];
                $data .= pack(16 === $bits ? 'S*' : 'C*', ...array_map(static fn (float $v): int => (int) round($most * $v), $alpha ? [...$values, 0.5 + $x / 1200] : $values));
            }
        }
        $path = Outside::scratch()."/source-$bits-".($alpha ? 'a' : 'o').'.png';
        file_put_contents($path, PictureWriter::bytes(new Pixels(600, 400, $bits, $alpha, $data), new Writing('png')));

        return $path;
    }

    /** @return array{list<float>, list<float>, array{list<float>, list<float>, list<float>}, list<float>} places, colours and opacity of every 61st pixel */
    private static function split(Pixels $pixels): array
    {
        $values = Pictures::values($pixels);
        $each = $pixels->channels();
        $x = $y = $red = $green = $blue = $opacity = [];
        for ($i = 0, $n = $pixels->width * $pixels->height; $i < $n; $i += 61) {
            $x[] = ($i % $pixels->width + 0.5) / $pixels->width;
            $y[] = (intdiv($i, $pixels->width) + 0.5) / $pixels->height;
            $red[] = $values[$each * $i] / 255;
            $green[] = $values[$each * $i + 1] / 255;
            $blue[] = $values[$each * $i + 2] / 255;
            $opacity[] = 4 === $each ? $values[$each * $i + 3] : 255.0;
        }

        return [$x, $y, [$red, $green, $blue], $opacity];
    }
}
