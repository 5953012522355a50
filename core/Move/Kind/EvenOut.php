<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Tone\Smooth;

/**
 * Pulls hue, chroma and lightness of what is reached towards one colour, each by 0…100 %, so that a
 * badly matched batch becomes one. Fades out towards neutral, where there is no hue to pull.
 */
final readonly class EvenOut implements MoveKind
{
    /** OKLCh chroma below which the pull fades out: steeper, and neighbours would be torn apart. */
    private const FADE_CHROMA = 0.04;

    /** @param string|null $anchor `#rrggbb`; null is at rest */
    public function __construct(public ?string $anchor, public float $hue, public float $chroma, public float $lightness)
    {
    }

    public static function id(): string
    {
        return 'even-out';
    }

    public static function title(): string
    {
        return 'Even out';
    }

    public static function help(): string
    {
        return 'Pulls what it reaches towards one colour, in hue, in saturation and in lightness apart. Give it a reach first.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Even out', [
            'anchor' => Setting::colour('Towards', 'The colour that all are pulled to.'),
            'hue' => Setting::slider('Hue', 'How far hues come together.', 0, 100),
            'chroma' => Setting::slider('Saturation', 'How far saturations come together.', 0, 100),
            'lightness' => Setting::slider('Lightness', 'How far light and shade come together; a lot of it flattens form.', 0, 100),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->colour('anchor'), $params->number('hue'), $params->number('chroma'), $params->number('lightness'));
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
        return null === $this->anchor || (0.0 === $this->hue && 0.0 === $this->chroma && 0.0 === $this->lightness);
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        if (null === $this->anchor) {
            return $colours;
        }
        [$toLight, $toChroma, $toHue] = ColourBlock::of(Srgb::class, [Hex::parse($this->anchor)])->in(OkLch::class)->at(0);
        $pullHue = $this->hue / 100.0;
        $pullChroma = $this->chroma / 100.0;
        $pullLight = $this->lightness / 100.0;
        $light = $colours->a;
        $chroma = $colours->b;
        $hue = $colours->c;
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $c = $chroma[$i];
            $w = $c < self::FADE_CHROMA ? Smooth::at($c / self::FADE_CHROMA) : 1.0;
            $turn = $toHue - $hue[$i];
            $turn -= 360.0 * round($turn / 360.0);
            $hue[$i] += $w * $pullHue * $turn;
            $chroma[$i] += $w * $pullChroma * ($toChroma - $c);
            $light[$i] += $w * $pullLight * ($toLight - $light[$i]);
        }

        return new ColourBlock(OkLch::class, $light, $chroma, $hue);
    }
}
