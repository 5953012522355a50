<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * One hue lightens while its opposite darkens, by chroma: relief between colours that a grey picture
 * would show as one. Lightness moves by RELIEF × amount × chroma × cos(distance of hue).
 */
final readonly class HueRelief implements MoveKind
{
    /** OKLCh lightness per unit of chroma at 100. */
    private const RELIEF = 1.2;

    public function __construct(public float $hue, public float $amount)
    {
    }

    public static function id(): string
    {
        return 'hue-relief';
    }

    public static function title(): string
    {
        return 'Hue relief';
    }

    public static function help(): string
    {
        return 'Lightens one hue and darkens its opposite. Separates colours that are close in tone.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Hue relief', [
            'hue' => Setting::slider('Hue', 'The hue that gets lighter. Its opposite gets darker.', 0, 360, '°', 60),
            'amount' => Setting::slider('Relief', 'How strong the effect is. Left of 0 the hue gets darker and its opposite lighter.', -100, 100),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->number('hue', 60.0), $params->number('amount'));
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
        return 0.0 === $this->amount;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $light = $colours->a;
        $chroma = $colours->b;
        $hue = $colours->c;
        $by = self::RELIEF * $this->amount / 100.0;
        $centre = $this->hue;
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $light[$i] += $by * $chroma[$i] * cos(0.017453292519943295 * ($hue[$i] - $centre));
        }

        return new ColourBlock(OkLch::class, $light, $chroma, $hue);
    }
}
