<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Turns the hue, scales the chroma and offsets the lightness of what is reached, in OKLCh.
 */
final readonly class Shift implements MoveKind
{
    /**
     * @param float $hue        degrees to turn, −180…180
     * @param float $saturation chroma in per cent of change: −100 is grey, +100 is double
     * @param float $lightness  OKLCh lightness in hundredths to add, −100…100
     */
    public function __construct(
        public float $hue = 0.0,
        public float $saturation = 0.0,
        public float $lightness = 0.0,
    ) {
    }

    public static function id(): string
    {
        return 'shift';
    }

    public static function title(): string
    {
        return 'Shift';
    }

    public static function help(): string
    {
        return 'Changes hue, saturation and lightness of everything in reach by the same amount.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Shift', [
            'hue' => Setting::slider('Hue', 'Turns the colour around the hue circle. Right turns red towards yellow, left towards magenta.', -180, 180, '°'),
            'saturation' => Setting::slider('Saturation', '−100 is grey, +100 doubles saturation.', -100, 100),
            'lightness' => Setting::slider('Lightness', 'Left is darker, right is lighter.', -100, 100),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->number('hue'), $params->number('saturation'), $params->number('lightness'));
    }

    public function params(): array
    {
        return Params::away(get_object_vars($this), self::paramsSchema());
    }

    public static function space(): string
    {
        return OkLch::class;
    }

    public function isIdentity(): bool
    {
        return 0.0 === $this->hue && 0.0 === $this->saturation && 0.0 === $this->lightness;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $light = $colours->a;
        $chroma = $colours->b;
        $hue = $colours->c;
        $turn = $this->hue;
        $scale = 1.0 + $this->saturation / 100.0;
        $lift = $this->lightness / 100.0;
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $light[$i] += $lift;
            $chroma[$i] *= $scale;
            $hue[$i] += $turn;
        }

        return new ColourBlock(OkLch::class, $light, $chroma, $hue);
    }
}
