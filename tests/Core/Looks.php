<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;

/** Short ways to grades and their results, for tests. */
final class Looks
{
    /** @param array<string, mixed> ...$moves as in a look file */
    public static function of(array ...$moves): Grade
    {
        return LookJson::read(self::json(...$moves));
    }

    /** @param array<string, mixed> ...$moves */
    public static function json(array ...$moves): string
    {
        return json_encode(['tovrinLook' => 1, 'name' => 'Test', 'moves' => $moves], \JSON_THROW_ON_ERROR);
    }

    /** A look that exercises every kind, reach, held colours, both readings and strength. */
    public static function rich(): Grade
    {
        return self::of(
            ['kind' => 'selective-colour', 'params' => ['method' => 'relative', 'yellows' => ['yellow' => -35], 'reds' => ['cyan' => 20, 'black' => 10], 'neutrals' => ['yellow' => -8]]],
            ['kind' => 'shift', 'reach' => ['hue' => ['from' => 40, 'to' => 85, 'softFrom' => 15, 'softTo' => 15], 'light' => ['from' => 0.2, 'to' => 1, 'softFrom' => 0.1, 'softTo' => 0], 'held' => [['colour' => '#a34a2c', 'radius' => 0.08]]], 'params' => ['hue' => 30, 'saturation' => -30, 'lightness' => 3]],
            ['kind' => 'band-mix', 'strength' => 80, 'params' => ['green' => ['hue' => 20, 'saturation' => 30, 'luminance' => -20], 'blue' => ['saturation' => -40]]],
            ['kind' => 'shift', 'reads' => 'running', 'reach' => ['hue' => ['from' => 180, 'to' => 220, 'softFrom' => 25, 'softTo' => 25]], 'params' => ['hue' => -30, 'saturation' => 20, 'lightness' => -5]],
            ['kind' => 'band-mix', 'params' => ['orange' => ['hue' => -10, 'saturation' => -30, 'luminance' => 10]]],
        );
    }

    /** Colours through a grade, exactly; encoded sRGB. */
    public static function exactly(Grade $grade, ColourBlock $colours): ColourBlock
    {
        return Evaluator::evaluate($grade, new Colours($colours))->colours;
    }

    /**
     * One encoded sRGB colour through a grade.
     *
     * @return array{0: float, 1: float, 2: float}
     */
    public static function through(Grade $grade, float $r, float $g, float $b): array
    {
        return self::exactly($grade, ColourBlock::one(Srgb::class, $r, $g, $b))->at(0);
    }
}
