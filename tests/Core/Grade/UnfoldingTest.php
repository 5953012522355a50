<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Unfolding;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Window;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Soft edges across which hues, and light and dark, keep their order. */
final class UnfoldingTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function looks(): iterable
    {
        foreach ((array) glob(Outside::root().'/looks/*/*.json') as $file) {
            yield basename((string) $file) => [(string) $file];
        }
    }

    #[DataProvider('looks')]
    public function testNoLookToBeginWithTurnsTheOrderOfHuesOrOfLightRound(string $file): void
    {
        $grade = LookJson::read((string) file_get_contents($file));
        foreach ([[0.45, 0.06], [0.6, 0.09], [0.7, 0.12]] as [$light, $chroma]) {
            self::assertLessThan(3.0, self::hueRunsBack($grade, $light, $chroma), "light $light, chroma $chroma");
        }
        foreach ([30.0, 75.0, 150.0, 210.0, 265.0] as $hue) {
            self::assertLessThan(0.005, self::lightRunsBack($grade, $hue), "hue $hue");
        }
    }

    /** @return iterable<string, array{float}> */
    public static function turns(): iterable
    {
        foreach ([-90.0, -60.0, -35.0, -15.0, 15.0, 35.0, 60.0, 90.0] as $turn) {
            yield "by $turn" => [$turn];
        }
    }

    #[DataProvider('turns')]
    public function testTheEdgeThatWouldFoldWidensAndTheOtherOneStays(float $turn): void
    {
        $asked = ['from' => 60, 'to' => 100, 'softFrom' => 12, 'softTo' => 12];
        $grade = static fn (bool $widens): Grade => Looks::of(['kind' => 'shift', 'reach' => ['hue' => $asked, 'widens' => $widens], 'params' => ['hue' => $turn]]);
        self::assertGreaterThan(3.0, self::hueRunsBack($grade(false), 0.6, 0.1));
        self::assertLessThan(1.0, self::hueRunsBack($grade(true), 0.6, 0.1));
        $hue = Unfolding::of($grade(true)->moves[0])->reach->windows->hue ?? new HueWindow(0.0, 0.0);
        // Upwards hues run into those after the window, downwards into those before it.
        [$folding, $other] = $turn > 0.0 ? [$hue->softTo, $hue->softFrom] : [$hue->softFrom, $hue->softTo];
        self::assertSame(12.0, $other);
        self::assertGreaterThan(1.2 * abs($turn), $folding);
        self::assertLessThan(2.0 * abs($turn) + 2.0, $folding, 'and no further than it has to');
    }

    public function testLightAndDarkKeepTheirOrderTooAndTheMoveStillDoesWhatItSays(): void
    {
        $reach = ['light' => ['from' => 0.5, 'to' => 1, 'softFrom' => 0.05, 'softTo' => 0], 'widens' => true];
        $grade = Looks::of(['kind' => 'shift', 'reach' => $reach, 'params' => ['lightness' => -20]]);
        self::assertGreaterThan(0.05, self::lightRunsBack(Looks::of(['kind' => 'shift', 'reach' => ['widens' => false] + $reach, 'params' => ['lightness' => -20]]), 75.0));
        self::assertLessThan(0.005, self::lightRunsBack($grade, 75.0));
        $light = Unfolding::of($grade->moves[0])->reach->windows->light ?? new Window(0.0, 1.0);
        self::assertEqualsWithDelta(0.3, $light->softFrom, 0.02, 'a smooth step is one and a half times as steep as a straight one');
        self::assertSame(0.5, $light->from);
    }

    public function testWhatNoEdgeIsWideEnoughForStaysAsAskedAndSaysSo(): void
    {
        $unfolding = Unfolding::of(Looks::of(['kind' => 'shift', 'reach' => ['hue' => ['from' => 60, 'to' => 100, 'softFrom' => 12, 'softTo' => 12], 'widens' => true], 'params' => ['hue' => 150]])->moves[0]);
        self::assertTrue($unfolding->folds());
        self::assertSame(12.0, $unfolding->reach?->windows->hue?->softTo);
    }

    public function testLessOfAMoveNeedsLessOfAnEdge(): void
    {
        $width = static fn (float $amount): float => Unfolding::of(Looks::of(['kind' => 'shift', 'strength' => $amount, 'reach' => ['hue' => ['from' => 60, 'to' => 100, 'softFrom' => 12, 'softTo' => 12], 'widens' => true], 'params' => ['hue' => 60]])->moves[0])->reach->windows->hue->softTo ?? 0.0;
        self::assertLessThan(0.6 * $width(100.0), $width(50.0));
    }

    /** Degrees by which hues that rise before rise the other way after. */
    private static function hueRunsBack(Grade $grade, float $light, float $chroma): float
    {
        $ring = ColourBlock::of(OkLch::class, array_map(static fn (int $i): array => [$light, $chroma, (float) $i], range(0, 360)));
        $lch = Evaluator::running($grade, new Colours($ring))[0]->lch();
        $back = 0.0;
        for ($i = 1; $i <= 360; ++$i) {
            $step = $lch->c[$i] - $lch->c[$i - 1];
            $step -= 360.0 * round($step / 360.0);
            $back += min($lch->b[$i], $lch->b[$i - 1]) < 0.015 ? 0.0 : max(0.0, -$step);
        }

        return $back;
    }

    /** Lightness by which what was lighter is darker after. */
    private static function lightRunsBack(Grade $grade, float $hue): float
    {
        $ramp = ColourBlock::of(OkLch::class, array_map(static fn (int $i): array => [$i / 200, 0.07, $hue], range(4, 196)));
        $light = Evaluator::running($grade, new Colours($ramp))[0]->lab()->a;
        $back = 0.0;
        for ($i = 1, $n = \count($light); $i < $n; ++$i) {
            $back += max(0.0, $light[$i - 1] - $light[$i]);
        }

        return $back;
    }
}
