<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Lattice;

/** From the encoding of a photo to that of the finished file. */
final readonly class EncodingTransform
{
    public function __construct(public RgbEncoding $from, public RgbEncoding $to)
    {
    }

    public static function srgb(): self
    {
        return new self(StandardRgb::encoding(), StandardRgb::encoding());
    }

    /** Whether a grade that does nothing leaves every pixel as it is. */
    public function keepsEncoding(): bool
    {
        return $this->from === $this->to;
    }

    /**
     * Colours of the photo for a grade to be evaluated on.
     *
     * @param array<int, float> $red   in the photo's encoding, 0…1
     * @param array<int, float> $green as long
     * @param array<int, float> $blue  as long
     */
    public function source(array $red, array $green, array $blue): Colours
    {
        return StandardRgb::encoding() === $this->from
            ? new Colours(new ColourBlock(Srgb::class, $red, $green, $blue))
            : new Colours($this->from->decode($red, $green, $blue));
    }

    /**
     * The nodes of a lattice over the photo's encoding between two levels of red, which runs slowest.
     *
     * @param int $first 0…size
     * @param int $past  0…size, not below $first
     */
    public function nodes(Lattice $lattice, int $first, int $past): Colours
    {
        // A lattice has few distinct levels: their linear values are computed once, not per node.
        $linear = Colours::grid([$this->from->curves[0]->decode($lattice->axes[0]), $this->from->curves[1]->decode($lattice->axes[1]), $this->from->curves[2]->decode($lattice->axes[2])], $first, $past, true);
        if (StandardRgb::encoding() !== $this->from) {
            return new Colours($this->from->toLinearSrgb(...$linear));
        }

        return Colours::inBoth(new ColourBlock(Srgb::class, ...Colours::grid($lattice->axes, $first, $past, true)), new ColourBlock(LinearSrgb::class, ...$linear));
    }
}
