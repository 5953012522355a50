<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Carry;
use Tovrin\Core\Move\Paint;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Move\UnderLight;

/**
 * Carries one colour, the anchor, to another, the target, and all around it along: as paint, so that shade and gloss look as they would on
 * a thing of that colour (see Paint), or as a tint: hue turned by the difference, chroma scaled, lightness offset (see Carry). How far hue,
 * chroma and lightness go to the target has an amount each.
 */
final readonly class Recolour implements UnderLight
{
    public const PAINT = 'paint';
    public const TINT = 'tint';

    /**
     * @param string|null $anchor    `#rrggbb`; null is at rest
     * @param string|null $target    `#rrggbb`; null is at rest
     * @param float       $hue       0…100
     * @param float       $chroma    0…100
     * @param float       $lightness 0…100
     * @param bool        $keepTone  leaves lightness alone, whatever its amount
     * @param string      $method    PAINT or TINT
     */
    public function __construct(
        public ?string $anchor,
        public ?string $target,
        public float $hue = 100.0,
        public float $chroma = 100.0,
        public float $lightness = 100.0,
        public bool $keepTone = false,
        public string $method = self::TINT,
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
        return 'Turns a colour of the photo into another one. Shades and gloss follow, so that shape and texture stay.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Recolour', [
            'method' => self::methodSetting(),
            'anchor' => Setting::colour('From', 'The colour in the photo to change.'),
            'target' => Setting::colour('To', 'The new colour.'),
            'hue' => Setting::slider('Hue', 'How much of the new hue is taken on.', 0, 100, '%', 100),
            'chroma' => Setting::slider('Saturation', 'How much of the new saturation is taken on.', 0, 100, '%', 100),
            'lightness' => Setting::slider('Lightness', 'How much of the new lightness is taken on.', 0, 100, '%', 100),
            'keepTone' => Setting::flag('Keep tone', 'Keeps lightness exactly as it is.', false),
        ]);
    }

    /** @return array<string, mixed> */
    public static function methodSetting(): array
    {
        return Setting::choice('Paint or tint', 'Paint: as if the object had been painted; gloss keeps the colour of the light. Tint: turns hue and shifts lightness, for skies, light and other things that have no surface.', [self::TINT, self::PAINT]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->colour('anchor'), $params->colour('target'), $params->number('hue', 100.0), $params->number('chroma', 100.0), $params->number('lightness', 100.0), $params->flag('keepTone'), $params->choice('method', self::TINT));
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
        return null === $this->anchor || null === $this->target || $this->anchor === $this->target;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        return $this->underLight($colours, null);
    }

    public function underLight(ColourBlock $colours, ?ColourBlock $white): ColourBlock
    {
        if (null === $this->anchor || null === $this->target) {
            return $colours;
        }
        $pair = ColourBlock::of(Srgb::class, [Hex::parse($this->anchor), Hex::parse($this->target)])->in(OkLab::class);
        $carry = Carry::between($pair, $this->hue / 100.0, $this->chroma / 100.0, $this->keepTone ? 0.0 : $this->lightness / 100.0);
        if (self::TINT === $this->method) {
            return $carry->apply($colours);
        }
        // What the amounts make of the anchor itself is what it is painted.
        $from = ColourBlock::of(OkLab::class, [$pair->at(0)]);

        return Paint::between($from->in(LinearSrgb::class)->at(0), $carry->apply($from)->in(LinearSrgb::class)->at(0), $white?->in(LinearSrgb::class)->at(0) ?? [1.0, 1.0, 1.0])->apply($colours)->in(OkLab::class);
    }
}
