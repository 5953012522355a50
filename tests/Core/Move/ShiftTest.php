<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Tests\Core\Looks;

final class ShiftTest extends TestCase
{
    public function testTurnsScalesAndLifts(): void
    {
        $before = ColourBlock::one(Srgb::class, 0.55, 0.45, 0.40)->in(OkLch::class)->at(0);
        $after = ColourBlock::one(Srgb::class, ...Looks::through(Looks::of(['kind' => 'shift', 'params' => ['hue' => 25, 'saturation' => 40, 'lightness' => 6]]), 0.55, 0.45, 0.40))->in(OkLch::class)->at(0);
        self::assertEqualsWithDelta($before[0] + 0.06, $after[0], 1e-6);
        self::assertEqualsWithDelta($before[1] * 1.4, $after[1], 1e-6);
        self::assertEqualsWithDelta($before[2] + 25.0, $after[2], 1e-4);
    }

    public function testOppositeTurnsComeBack(): void
    {
        // Nothing is clipped in between: a push far out of gamut and its inverse are the colour again.
        $grade = Looks::of(
            ['kind' => 'shift', 'params' => ['hue' => 170, 'saturation' => 100, 'lightness' => 40]],
            ['kind' => 'shift', 'params' => ['hue' => -170, 'saturation' => -50, 'lightness' => -40]],
        );
        foreach ([[0.9, 0.1, 0.2], [0.0, 1.0, 0.0], [0.3, 0.3, 0.9]] as $colour) {
            self::assertEqualsWithDelta($colour, Looks::through($grade, ...$colour), 1e-6);
        }
    }

    public function testHalfAmountLiesHalfWayInOkLabSoThatNoThirdHueComesUp(): void
    {
        $before = ColourBlock::one(Srgb::class, 0.6, 0.45, 0.4)->in(OkLch::class)->at(0);
        $half = static fn (float $hue): array => ColourBlock::one(Srgb::class, ...Looks::through(Looks::of(['kind' => 'shift', 'strength' => 50, 'params' => ['hue' => $hue]]), 0.6, 0.45, 0.4))->in(OkLch::class)->at(0);
        self::assertEqualsWithDelta($before[2] + 40.0, $half(80.0)[2], 1e-3, 'half of a turn');
        self::assertEqualsWithDelta(fmod($before[2] - 40.0 + 360.0, 360.0), $half(-80.0)[2], 1e-3, 'and the other way');
        self::assertEqualsWithDelta(0.0, $half(180.0)[1], 1e-6, 'between opposite hues lies grey, not a third hue');
    }
}
