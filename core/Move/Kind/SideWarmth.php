<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Warms or cools the warm and the cool half of the hue circle separately.
 *
 * On OKLab: a colour moves along the warm–cool line by a share of its own chroma, so that neutrals
 * stay. The halves blend with a raised cosine over the circle.
 */
final readonly class SideWarmth implements MoveKind, Drawn
{
    /** OKLCh hue in the middle of the warm half. */
    public const WARM_HUE = 60.0;
    /** Share of its chroma that a colour moves at 100. */
    private const REACH = 0.6;

    /** Whether a hue, in degrees, is on the warm side. */
    public static function isWarm(float $hue): bool
    {
        return cos(deg2rad($hue - self::WARM_HUE)) > 0.0;
    }

    public function __construct(public float $warm, public float $cool)
    {
    }

    /** The hues in the middle of the two sides, warm and cool. */
    public function drawing(): array
    {
        return ['sides' => [self::WARM_HUE, fmod(self::WARM_HUE + 180.0, 360.0)]];
    }

    public static function id(): string
    {
        return 'side-warmth';
    }

    public static function title(): string
    {
        return 'Side warmth';
    }

    public static function help(): string
    {
        return 'Warms or cools warm colours and cool colours separately: warmer oranges, cooler blues.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Side warmth', [
            'warm' => Setting::slider('Warm side', 'Reds, oranges and yellows: left is cooler, right is warmer.', -100, 100),
            'cool' => Setting::slider('Cool side', 'Greens, blues and violets: left is cooler, right is warmer.', -100, 100),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->number('warm'), $params->number('cool'));
    }

    public function params(): array
    {
        return Params::away(get_object_vars($this), self::paramsSchema());
    }

    public static function space(): string
    {
        return OkLab::class;
    }

    public function isIdentity(): bool
    {
        return 0.0 === $this->warm && 0.0 === $this->cool;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $green = $colours->b;
        $blue = $colours->c;
        $towardsA = cos(deg2rad(self::WARM_HUE));
        $towardsB = sin(deg2rad(self::WARM_HUE));
        $warm = self::REACH * $this->warm / 100.0;
        $cool = self::REACH * $this->cool / 100.0;
        $n = \count($green);
        for ($i = 0; $i < $n; ++$i) {
            $a = $green[$i];
            $b = $blue[$i];
            $chroma = sqrt($a * $a + $b * $b);
            if ($chroma <= 0.0) {
                continue;
            }
            $half = 0.5 + 0.5 * ($a * $towardsA + $b * $towardsB) / $chroma;
            $by = $chroma * ($half * $warm + (1.0 - $half) * $cool);
            $green[$i] = $a + $by * $towardsA;
            $blue[$i] = $b + $by * $towardsB;
        }

        return new ColourBlock(OkLab::class, $colours->a, $green, $blue);
    }
}
