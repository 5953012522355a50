<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\Bradford;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Daylight;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Warmer or cooler as if the light were: Bradford adaptation from the daylight of 6504 K to another one
 * MIRED away along the CIE daylight locus, and off it by the tint.
 */
final readonly class Warmth implements MoveKind
{
    /** The daylight closest to the white of sRGB, in kelvin. */
    public const NEUTRAL = 6504.0;
    /** Mired that a warmth of 100 is: equal steps of mired look alike (common practice). */
    public const MIRED = 90.0;
    /** CIE 1960 uv distance off the locus that a tint of 100 is. */
    public const TINT = 0.02;

    public function __construct(public float $warmth, public float $tint)
    {
    }

    public static function id(): string
    {
        return 'warmth';
    }

    public static function title(): string
    {
        return 'Warmth';
    }

    public static function help(): string
    {
        return 'Makes the whole picture warmer or cooler, as another daylight would, with a tint from green to magenta.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Warmth', [
            'warmth' => Setting::slider('Warmth', 'Left is bluer, right is more orange.', -100, 100),
            'tint' => Setting::slider('Tint', 'Left is greener, right is more magenta.', -100, 100),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->number('warmth'), $params->number('tint'));
    }

    public function params(): array
    {
        return Params::away(get_object_vars($this), self::paramsSchema());
    }

    public static function space(): string
    {
        return LinearSrgb::class;
    }

    public function isIdentity(): bool
    {
        return 0.0 === $this->warmth && 0.0 === $this->tint;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $kelvin = 1e6 / (1e6 / self::NEUTRAL + self::MIRED * $this->warmth / 100.0);

        return Bradford::apply($colours, Bradford::onLinearSrgb(Daylight::white(self::NEUTRAL), Daylight::white($kelvin, -self::TINT * $this->tint / 100.0)));
    }
}
