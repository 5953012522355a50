<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Cube;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\CubeError;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\HaldPng;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\LatticeChoice;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

final class CubeTest extends TestCase
{
    public function testATableIsTheSamePieceByPieceAndAsAWhole(): void
    {
        $cube = Compiler::compile(Looks::rich(), 25);
        self::assertSame(CubeText::write($cube, 'Rich'), implode('', iterator_to_array(CubeText::pieces(Compiler::slabs(Looks::rich(), 25), 25, 'Rich'), false)));
        // The bytes of a PNG hang on how it is cut; the pixels do not.
        $pixels = static function (string $png): string {
            $data = '';
            for ($at = 8; $at < \strlen($png); $at += 12 + $length) {
                $length = unpack('N', $png, $at)[1] ?? 0;
                \assert(\is_int($length));
                $data .= 'IDAT' === substr($png, $at + 4, 4) ? substr($png, $at + 8, $length) : '';
            }

            return (string) gzuncompress($data);
        };
        self::assertSame($pixels(HaldPng::write($cube)), $pixels(implode('', iterator_to_array(HaldPng::pieces(Compiler::slabs(Looks::rich(), 25), 25), false))));
    }

    public function testASteepLookGetsAFinerTableAndSaysHowNearItComes(): void
    {
        $gentle = LatticeChoice::forTable(Looks::of(['kind' => 'warmth', 'params' => ['warmth' => 10]]));
        $steep = Looks::of(['kind' => 'shift', 'reach' => ['hue' => ['from' => 60, 'to' => 80, 'softFrom' => 8, 'softTo' => 8]], 'params' => ['hue' => 60, 'saturation' => 40]]);
        $coarse = LatticeChoice::forTable($steep, 33);
        $chosen = LatticeChoice::forTable($steep);
        self::assertLessThanOrEqual(33, $gentle->lattice->size);
        self::assertTrue($gentle->isEnough());
        self::assertFalse($coarse->isEnough());
        self::assertGreaterThan(33, $chosen->lattice->size);
        self::assertLessThan($coarse->percentile99, $chosen->percentile99);
        // Against other colours all over sRGB, looked up in the table itself.
        $random = new Randomizer(new Mt19937(7));
        $colours = ColourBlock::of(Srgb::class, array_map(static fn (): array => [$random->getInt(0, 1 << 20) / (1 << 20), $random->getInt(0, 1 << 20) / (1 << 20), $random->getInt(0, 1 << 20) / (1 << 20)], range(1, 3000)));
        $error = CubeError::of(Compiler::compile($steep, 33), $colours, Looks::exactly($steep, $colours));
        self::assertEqualsWithDelta($error->mean, $coarse->mean, 0.25 * $error->mean);
    }

    public function testPartsOfATableJoinToTheWhole(): void
    {
        $whole = Compiler::compile(Looks::rich(), 9)->toWords(true);
        $parts = array_map(static fn (array $part): string => Compiler::tableWords(Looks::rich(), EncodingTransform::srgb(), Lattice::uniform(9), $part[0], $part[1]), [[0, 4], [4, 7], [7, 9]]);
        self::assertSame(bin2hex($whole), bin2hex(implode('', $parts)));
    }

    public function testNodesAreExactEvaluationWithRedFastest(): void
    {
        $grade = Looks::rich();
        $cube = Compiler::compile($grade, 5, 1);
        foreach ([[0, 0, 0], [4, 0, 0], [1, 2, 3], [4, 4, 4], [0, 3, 1]] as [$r, $g, $b]) {
            $exact = Evaluator::evaluate($grade, new Colours(ColourBlock::one(Srgb::class, $r / 4, $g / 4, $b / 4)), [1]);
            $i = $r + 5 * $g + 25 * $b;
            self::assertEqualsWithDelta($exact->colours->at(0), [$cube->red[$i], $cube->green[$i], $cube->blue[$i]], 1e-9);
            self::assertEqualsWithDelta($exact->weights[1][0], $cube->weights[$i], 1e-9);
        }
    }

    public function testAnEmptyGradeLooksUpToItself(): void
    {
        $colours = ColourBlock::of(Srgb::class, Outside::spread());
        $out = Compiler::compile(new Grade([]), 9)->lookUp($colours);
        for ($i = 0; $i < $colours->count(); ++$i) {
            self::assertEqualsWithDelta($colours->at($i), $out->at($i), 1e-12);
        }
    }

    public function testTetrahedralInterpolationFollowsTheSixTetrahedra(): void
    {
        // Inside one cell, with the value of each corner its own power of two, the weights can be read off.
        $corner = [1.0, 2.0, 4.0, 8.0, 16.0, 32.0, 64.0, 128.0];
        $cube = new Cube(2, $corner, $corner, $corner);
        // Remainders 0.7, 0.4, 0.1 for red, green, blue: black 0.3, red 0.3, yellow 0.3, white 0.1; and so on.
        $cases = [[0.7, 0.4, 0.1, [0, 1, 3, 7]], [0.7, 0.1, 0.4, [0, 1, 5, 7]], [0.4, 0.7, 0.1, [0, 2, 3, 7]], [0.1, 0.7, 0.4, [0, 2, 6, 7]], [0.4, 0.1, 0.7, [0, 4, 5, 7]], [0.1, 0.4, 0.7, [0, 4, 6, 7]]];
        foreach ($cases as [$r, $g, $b, [$p0, $p1, $p2, $p3]]) {
            $expected = 0.3 * $corner[$p0] + 0.3 * $corner[$p1] + 0.3 * $corner[$p2] + 0.1 * $corner[$p3];
            self::assertEqualsWithDelta($expected, $cube->lookUp(ColourBlock::one(Srgb::class, $r, $g, $b))->a[0], 1e-9);
        }
    }

    public function testAFineCubeIsCloseToExactOnPhotoColours(): void
    {
        $colours = ColourBlock::of(Srgb::class, array_map(static fn (array $c): array => [0.1 + 0.8 * $c[0], 0.1 + 0.7 * $c[1], 0.15 + 0.6 * $c[2]], Outside::spread()));
        $exact = Looks::exactly(Looks::rich(), $colours);
        $error = CubeError::of(Compiler::compile(Looks::rich(), 65), $colours, $exact);
        self::assertLessThan(0.05, $error->mean);
        self::assertLessThan(0.5, $error->percentile99);
        self::assertGreaterThan($error->mean, CubeError::of(Compiler::compile(Looks::rich(), 9), $colours, $exact)->mean, 'a coarse cube is further off');
    }

    public function testFloatsForTheBrowser(): void
    {
        $cube = Compiler::compile(Looks::rich(), 3, 1);
        $floats = unpack('g*', $cube->toFloats());
        self::assertIsArray($floats);
        self::assertCount(27 * 4, $floats);
        $i = 5;
        self::assertEqualsWithDelta([$cube->red[$i], $cube->green[$i], $cube->blue[$i], $cube->weights[$i]], \array_slice($floats, 4 * $i, 4), 1e-6);
    }

    public function testImpossibleSizesAreRefused(): void
    {
        foreach ([1, 0, -3, 130] as $size) {
            try {
                Compiler::compile(new Grade([]), $size);
                self::fail("size $size was accepted");
            } catch (\InvalidArgumentException $e) {
                self::assertStringContainsString((string) $size, $e->getMessage());
            }
        }
    }
}
