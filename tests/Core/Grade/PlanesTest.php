<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\LatticeChoice;
use Tovrin\Core\Grade\LatticeJudge;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Grade\Stack;
use Tovrin\Tests\Core\Looks;

/** Grades whose moves are limited to areas: exactly, and as a stack of cubes. */
final class PlanesTest extends TestCase
{
    private const REACH = ['hue' => ['from' => 30, 'to' => 110, 'softFrom' => 25, 'softTo' => 25]];

    public function testOutsideNothingInsideEverythingAndHalfAsHalfTheAmount(): void
    {
        $move = ['kind' => 'shift', 'reach' => self::REACH, 'params' => ['hue' => 70, 'lightness' => 8]];
        $limited = Looks::of($move + ['area' => self::area(0.5)]);
        $at = static fn (float $plane): ColourBlock => self::evaluated($limited, [$plane]);
        $without = Evaluator::evaluate(Looks::of($move), self::colours())->colours;
        $half = Evaluator::evaluate(Looks::of($move + ['strength' => 50]), self::colours())->colours;
        $source = self::colours()->in(Srgb::class);
        foreach ([[0.0, $source], [0.5, $half], [1.0, $without]] as [$plane, $expected]) {
            self::assertLessThan(1e-6, self::most(DeltaE2000::between($expected, $at($plane))));
        }
    }

    public function testMovesThatShareAnAreaShareAPlane(): void
    {
        $move = static fn (float $x): array => ['kind' => 'shift', 'params' => ['hue' => 20], 'area' => self::area($x)];
        $planes = Planes::of(Looks::of($move(0.3), ['kind' => 'shift', 'params' => ['hue' => 5]], $move(0.6), $move(0.3), ['on' => false] + $move(0.8)));
        self::assertSame(2, $planes->count());
        self::assertSame([0 => 0, 2 => 1, 3 => 0], $planes->of);
    }

    public function testASoftenedMatteStandsForTheReach(): void
    {
        $grade = Looks::of(['kind' => 'shift', 'reach' => self::REACH, 'soften' => 3, 'params' => ['hue' => 70]]);
        $everywhere = Evaluator::evaluate(Looks::of(['kind' => 'shift', 'params' => ['hue' => 70]]), self::colours())->colours;
        self::assertLessThan(1e-6, self::most(DeltaE2000::between($everywhere, self::evaluated($grade, [1.0]))));
        self::assertLessThan(1e-6, self::most(DeltaE2000::between(self::colours()->in(Srgb::class), self::evaluated($grade, [0.0]))));
    }

    public function testWithoutAPlaceAMoveActsEverywhere(): void
    {
        $grade = Looks::of(['kind' => 'shift', 'reach' => self::REACH, 'params' => ['hue' => 70], 'area' => self::area(0.2), 'soften' => 2]);
        $part = Evaluator::evaluate($grade->colourPart(), self::colours())->colours;
        self::assertEquals($part, Evaluator::evaluate($grade, self::colours())->colours);
        self::assertNull($grade->colourPart()->placed());
        self::assertSame($grade->moves[0], $grade->placed());
    }

    public function testPlanesAtPlacesAreTheWeightsOfTheirAreas(): void
    {
        $grade = Looks::of(['kind' => 'shift', 'params' => ['hue' => 70], 'area' => self::area(0.5)]);
        $values = Planes::of($grade)->at(Frame::of(300, 200), [0.5, 0.7, 0.95], [0.5, 0.5, 0.5], self::colours());
        self::assertSame([1.0, 0.5, 0.0], array_map(static fn (float $one): float => round($one, 9), $values[0]));
    }

    public function testAStackIsExactAtItsLevels(): void
    {
        [$grade, $planes] = self::three();
        $stack = Stack::of($planes, [3, 2, 2]);
        self::assertSame(12, $stack->layers());
        [$running] = Evaluator::stack($grade, self::colours(), $planes, $stack->levels);
        $n = self::colours()->count();
        $stacked = $running->in(Srgb::class);
        foreach ([[0, [0.0, 0.0, 0.0]], [1, [0.5, 0.0, 0.0]], [5, [1.0, 1.0, 0.0]], [7, [0.5, 0.0, 1.0]], [11, [1.0, 1.0, 1.0]]] as [$layer, $levels]) {
            $values = array_map(static fn (float $level): array => array_fill(0, $n, $level), $levels);
            $exact = Evaluator::running($grade, self::colours(), [], new PlaneValues($planes, $values))[0]->in(Srgb::class);
            foreach (['a', 'b', 'c'] as $channel) {
                foreach ($exact->{$channel} as $i => $value) {
                    self::assertEqualsWithDelta($value, $stacked->{$channel}[$layer * $n + $i], 1e-9);
                }
            }
        }
    }

    public function testTheChosenStackKeepsThePromiseAtPlanesOf0AndHalfAnd1AndBetween(): void
    {
        [$grade, $planes] = self::three();
        [$red, $green, $blue] = self::spread();
        $n = \count($red);
        mt_srand(5);
        // A third of the colours in, a third out, and the rest on soft edges.
        $some = static fn (): array => array_map(static fn (int $i): float => [0.0, 1.0, 0.5, mt_rand() / mt_getrandmax()][$i % 12 < 4 ? 0 : ($i % 12 < 8 ? 1 : ($i % 12 < 9 ? 2 : 3))], range(0, $n - 1));
        $values = new PlaneValues($planes, [$some(), $some(), $some()]);
        $choice = LatticeChoice::for($grade, EncodingTransform::srgb(), $red, $green, $blue, $values);
        self::assertNotNull($choice->stack);
        self::assertLessThanOrEqual(20, $choice->stack->layers());
        $judge = new LatticeJudge($grade, EncodingTransform::srgb(), [$red, $green, $blue], $values);
        $off = $judge->differences($choice->lattice, $choice->stack);
        self::assertEqualsWithDelta($choice->mean, array_sum($off) / $n, 1e-9);
        self::assertLessThan(0.1, $choice->mean);
        // Two levels of each plane alone would be further off.
        self::assertLessThanOrEqual(array_sum($judge->differences($choice->lattice, Stack::of($planes))), array_sum($off));
    }

    public function testWhatTheBrowserGetsIsTheStackAndTheMattes(): void
    {
        $grade = Looks::of(['id' => 'm1', 'kind' => 'shift', 'reach' => self::REACH, 'soften' => 3, 'params' => ['hue' => 70]]);
        $planes = Planes::of($grade);
        $size = 5;
        /** @var array<int, float> $floats */
        $floats = array_values((array) unpack('g*', Stack::of($planes)->floats($grade, $size, 0)));
        // Plane at 0, plane at 1, mattes; four numbers a node.
        self::assertCount(3 * 4 * $size ** 3, $floats);
        $cube = Compiler::compile(new Grade([$grade->moves[0]->everywhere()->reaching(null)]), $size);
        $matte = Compiler::compile($grade->colourPart(), $size, 0);
        foreach ([0, 31, 77, 124] as $node) {
            self::assertEqualsWithDelta($cube->green[$node], $floats[4 * ($size ** 3 + $node) + 1], 1e-6);
            self::assertSame([0.0, 1.0], [$floats[4 * $node + 3], $floats[4 * ($size ** 3 + $node) + 3]]);
            self::assertEqualsWithDelta($matte->weights[$node], $floats[4 * (2 * $size ** 3 + $node)], 1e-6);
        }
    }

    public function testTablesComputedInPartsAreOneTable(): void
    {
        [$grade, $planes] = self::three();
        $stack = Stack::of($planes);
        $lattice = Lattice::uniform(5);
        $part = static fn (int $first, int $past): string => Compiler::tableWords($grade, EncodingTransform::srgb(), $lattice, $first, $past, null, $stack);
        self::assertSame($part(0, 5), Stack::joined([$part(0, 2), $part(2, 5)], $stack->layers()));
    }

    /** @return array{Grade, Planes} */
    private static function three(): array
    {
        $grade = Looks::of(
            ['kind' => 'saturation', 'params' => ['vibrance' => 20]],
            ['kind' => 'shift', 'reach' => self::REACH, 'params' => ['hue' => 60, 'lightness' => 5], 'area' => self::area(0.4)],
            ['kind' => 'warmth', 'params' => ['warmth' => 25], 'area' => ['shapes' => [['shape' => 'gradient', 'from' => [0, 0], 'to' => [1, 0]]]]],
            ['kind' => 'shift', 'reach' => ['light' => ['from' => 0.6, 'to' => 1, 'softFrom' => 0.2, 'softTo' => 0]], 'soften' => 4, 'params' => ['saturation' => -40]],
        );

        return [$grade, Planes::of($grade)];
    }

    /** @return array<string, mixed> */
    private static function area(float $x): array
    {
        return ['shapes' => [['shape' => 'ellipse', 'centre' => [$x, 0.5], 'radii' => [0.2, 0.3], 'feather' => 0.1]]];
    }

    /** @param list<float> $levels */
    private static function evaluated(Grade $grade, array $levels): ColourBlock
    {
        $n = self::colours()->count();

        return Evaluator::evaluate($grade, self::colours(), [], new PlaneValues(Planes::of($grade), array_map(static fn (float $level): array => array_fill(0, $n, $level), $levels)))->colours;
    }

    /** @param array<int, float> $differences */
    private static function most(array $differences): float
    {
        return max(0.0, ...$differences);
    }

    private static function colours(): Colours
    {
        return new Colours(ColourBlock::of(Srgb::class, [[0.8, 0.55, 0.2], [0.6, 0.3, 0.2], [0.5, 0.5, 0.5]]));
    }

    /** @return array{list<float>, list<float>, list<float>} */
    private static function spread(): array
    {
        mt_srand(3);
        $red = $green = $blue = [];
        for ($i = 0; $i < 1200; ++$i) {
            // About one object under changing light, as in a photo.
            $light = 0.2 + 0.7 * mt_rand() / mt_getrandmax();
            [$red[], $green[], $blue[]] = [$light, $light * (0.5 + 0.4 * mt_rand() / mt_getrandmax()), $light * (0.3 + 0.5 * mt_rand() / mt_getrandmax())];
        }

        return [$red, $green, $blue];
    }
}
