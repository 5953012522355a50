<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

final class EvaluatorTest extends TestCase
{
    public function testEveryKindAtRestChangesNothingAtAll(): void
    {
        $colours = ColourBlock::of(Srgb::class, Outside::spread());
        $moves = array_map(static fn (string $kind): array => ['kind' => $kind], MoveKinds::ids());
        self::assertEquals($colours, Evaluator::evaluate(Looks::of(...$moves), new Colours($colours))->colours);
        self::assertEquals($colours, Evaluator::evaluate(new Grade([]), new Colours($colours))->colours);
    }

    public function testMovesThatAreOffOrWithoutStrengthChangeNothingAtAll(): void
    {
        $colours = ColourBlock::of(Srgb::class, Outside::spread());
        $grade = Looks::of(['kind' => 'shift', 'on' => false, 'params' => ['hue' => 90]], ['kind' => 'shift', 'strength' => 0, 'params' => ['hue' => 90]]);
        self::assertTrue($grade->isIdentity());
        self::assertEquals($colours, Evaluator::evaluate($grade, new Colours($colours))->colours);
    }

    public function testASecondMoveReadsTheSourceUnlessToldOtherwise(): void
    {
        // The first move turns orange to green; the second acts on greens only.
        $turn = ['kind' => 'shift', 'params' => ['hue' => 80]];
        $grey = ['kind' => 'shift', 'reach' => ['hue' => ['from' => 120, 'to' => 170]], 'params' => ['saturation' => -100]];
        $orange = [0.7, 0.5, 0.3];
        $turned = Looks::through(Looks::of($turn), ...$orange);
        self::assertEqualsWithDelta($turned, Looks::through(Looks::of($turn, $grey), ...$orange), 1e-9, 'measured on the source, the orange is not reached');
        [$r, $g, $b] = Looks::through(Looks::of($turn, ['reads' => 'running'] + $grey), ...$orange);
        self::assertEqualsWithDelta($r, $g, 1e-6, 'measured on the running colour, it is');
        self::assertEqualsWithDelta($g, $b, 1e-6);
    }

    public function testTwoMovesOnTwoColoursDoNotChaseEachOther(): void
    {
        // Each takes one colour to where the other was; read from the source they swap cleanly.
        $toBlue = ['kind' => 'shift', 'reach' => ['hue' => ['from' => 20, 'to' => 90]], 'params' => ['hue' => 180]];
        $toOrange = ['kind' => 'shift', 'reach' => ['hue' => ['from' => 200, 'to' => 270]], 'params' => ['hue' => -180]];
        $orange = Looks::through(Looks::of($toBlue), 0.6, 0.45, 0.35);
        $blue = Looks::through(Looks::of($toOrange), 0.35, 0.45, 0.6);
        foreach ([Looks::of($toBlue, $toOrange), Looks::of($toOrange, $toBlue)] as $grade) {
            self::assertEqualsWithDelta($orange, Looks::through($grade, 0.6, 0.45, 0.35), 1e-9);
            self::assertEqualsWithDelta($blue, Looks::through($grade, 0.35, 0.45, 0.6), 1e-9);
        }
    }

    public function testWeightsAreReportedPerMoveEvenWhenOff(): void
    {
        $grade = Looks::of(
            ['kind' => 'shift', 'on' => false, 'reach' => ['light' => ['from' => 0.5, 'to' => 1]], 'params' => ['hue' => 10]],
            ['kind' => 'band-mix'],
        );
        $weights = Evaluator::evaluate($grade, new Colours(ColourBlock::of(Srgb::class, [[0.9, 0.9, 0.9], [0.1, 0.1, 0.1]])), [0, 1])->weights;
        self::assertSame([0 => [1.0, 0.0], 1 => [1.0, 1.0]], $weights);
    }

    public function testResultsAreAlwaysInsideTheGamut(): void
    {
        $grade = Looks::of(['kind' => 'shift', 'params' => ['saturation' => 100, 'lightness' => 20, 'hue' => 33]], ['kind' => 'selective-colour', 'params' => ['method' => 'absolute', 'blues' => ['black' => 100, 'cyan' => 100]]]);
        $out = Evaluator::evaluate($grade, new Colours(ColourBlock::of(Srgb::class, Outside::spread())))->colours;
        $all = [0.5, ...$out->a, ...$out->b, ...$out->c];
        self::assertGreaterThanOrEqual(0.0, min($all));
        self::assertLessThanOrEqual(1.0, max($all));
    }
}
