<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;

/**
 * Carries one colour, the anchor, to another, the target, and all around it along: hue turned by the
 * difference, chroma scaled, lightness offset, each by its own amount.
 *
 * Where the anchor is a grey its hue means nothing and its chroma cannot be scaled: the target's hue
 * is taken over and the difference in chroma added.
 */
final readonly class Recolour implements MoveKind
{
    private const GREY = 0.02;

    /**
     * @param string|null $anchor    `#rrggbb`; null is at rest
     * @param string|null $target    `#rrggbb`; null is at rest
     * @param float       $hue       0…100
     * @param float       $chroma    0…100
     * @param float       $lightness 0…100
     * @param bool        $keepTone  leaves lightness alone, whatever its amount
     */
    public function __construct(
        public ?string $anchor,
        public ?string $target,
        public float $hue = 100.0,
        public float $chroma = 100.0,
        public float $lightness = 100.0,
        public bool $keepTone = false,
    ) {
    }

    public static function id(): string
    {
        return 'recolour';
    }

    public static function title(): string
    {
        return 'Recolour';
    }

    public static function help(): string
    {
        return 'Carries a colour of the photo to one you give; its shades go along, so that form and texture stay.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Recolour', [
            'anchor' => Setting::colour('From', 'The colour of the photo that is to change.'),
            'target' => Setting::colour('To', 'The colour it is to become.'),
            'hue' => Setting::slider('Hue', 'How far hue goes to the target.', 0, 100, '%', 100),
            'chroma' => Setting::slider('Strength of colour', 'How far the strength of the colour goes to the target.', 0, 100, '%', 100),
            'lightness' => Setting::slider('Lightness', 'How far lightness goes to the target.', 0, 100, '%', 100),
            'keepTone' => Setting::flag('Keep tone', 'Leaves lightness as it is, so that light and shade stay exactly.', false),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->colour('anchor'), $params->colour('target'), $params->number('hue', 100.0), $params->number('chroma', 100.0), $params->number('lightness', 100.0), $params->flag('keepTone'));
    }

    public static function space(): string
    {
        return OkLch::class;
    }

    public function isAtRest(): bool
    {
        return null === $this->anchor || null === $this->target || $this->anchor === $this->target;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        if (null === $this->anchor || null === $this->target) {
            return $colours;
        }
        $pair = ColourBlock::of(Srgb::class, [Hex::parse($this->anchor), Hex::parse($this->target)])->in(OkLch::class);
        $hueless = $pair->b[0] < self::GREY;
        $turn = $pair->c[1] - $pair->c[0];
        $turn -= 360.0 * round($turn / 360.0);
        $turn *= $this->hue / 100.0;
        $scale = $hueless ? 1.0 : 1.0 + ($pair->b[1] / $pair->b[0] - 1.0) * $this->chroma / 100.0;
        $more = $hueless ? ($pair->b[1] - $pair->b[0]) * $this->chroma / 100.0 : 0.0;
        $lift = $this->keepTone ? 0.0 : ($pair->a[1] - $pair->a[0]) * $this->lightness / 100.0;
        $light = $colours->a;
        $chroma = $colours->b;
        $hue = $colours->c;
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $light[$i] += $lift;
            if ($hueless) {
                $hue[$i] = $pair->c[1];
                $chroma[$i] = max(0.0, $chroma[$i] + $more);
            } else {
                $hue[$i] += $turn;
                $chroma[$i] *= $scale;
            }
        }

        return new ColourBlock(OkLch::class, $light, $chroma, $hue);
    }
}
