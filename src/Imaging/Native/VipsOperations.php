<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/**
 * What can be done with images of libvips: each gives a new one, which is computed when it is asked for.
 */
trait VipsOperations
{
    /** What lies beyond an image is as what is nearest. */
    private const EXTEND_COPY = 1;
    private const LINEAR = 1;

    /** Each value times a number and plus another, as floats. */
    public function linear(float $times, float $plus): self
    {
        return self::run('linear1', [$this, self::OUT, $times, $plus]);
    }

    /** Values from one number to another spread over 0…1, none below 0 or above 1. */
    public function ramp(float $from, float $to): self
    {
        return $this->linear(1 / ($to - $from), -$from / ($to - $from))->unit();
    }

    /** Values as they are, but none below 0 or above 1. */
    public function unit(): self
    {
        return $this->linear(SampleFormat::Word->most(), 0.5)->cast(SampleFormat::Word)->linear(1 / SampleFormat::Word->most(), 0.0);
    }

    /** In another format, which takes what is beyond it as its ends. */
    public function cast(SampleFormat $format): self
    {
        return self::run('cast', [$this, self::OUT, $format->value]);
    }

    /** So many of its bands. */
    public function band(int $first, int $count = 1): self
    {
        return self::run('extract_band', [$this, self::OUT, $first], ['n' => $count]);
    }

    /** Its first three bands. */
    public function colours(): self
    {
        return 3 === $this->bands() ? $this : $this->band(0, 3);
    }

    public function area(int $left, int $top, int $width, int $height): self
    {
        return self::run('extract_area', [$this, self::OUT, $left, $top, $width, $height]);
    }

    public function add(self $other): self
    {
        return self::run('add', [$this, $other, self::OUT]);
    }

    public function subtract(self $other): self
    {
        return self::run('subtract', [$this, $other, self::OUT]);
    }

    public function multiply(self $other): self
    {
        return self::run('multiply', [$this, $other, self::OUT]);
    }

    public function divide(self $other): self
    {
        return self::run('divide', [$this, $other, self::OUT]);
    }

    /** Its bands, and those of others of the same size after them. */
    public function join(self ...$others): self
    {
        $images = [$this, ...array_values($others)];

        return self::run('bandjoin', [self::listOf($images), self::OUT, \count($images)], needs: $images);
    }

    /** The largest of its bands, pixel by pixel. */
    public function largestBand(): self
    {
        $bands = array_map(fn (int $number): self => $this->band($number), range(0, $this->bands() - 1));

        return self::run('bandrank', [self::listOf($bands), self::OUT, \count($bands)], ['index' => \count($bands) - 1], $bands);
    }

    /**
     * Other bands, each a weighted sum of those there are.
     *
     * @param non-empty-list<non-empty-list<float>> $rows weights, a row a band
     */
    public function recombined(array $rows): self
    {
        return self::run('recomb', [$this, self::OUT, VipsMatrix::of($rows)]);
    }

    /** The sum of its three bands. */
    public function sum(): self
    {
        return $this->recombined([[1.0, 1.0, 1.0]]);
    }

    /** Three bands times those of another, summed. */
    public function dot(self $other): self
    {
        return $this->multiply($other)->sum();
    }

    /**
     * The mean of a square around each pixel.
     *
     * @param int $radius pixels; the square has 2 × radius + 1 each way
     */
    public function boxed(int $radius): self
    {
        $side = max(1, 2 * $radius + 1);

        return $this->filtered(array_fill(0, $side, 1.0 / $side));
    }

    /**
     * Filtered across and down by the same weights.
     *
     * @param non-empty-list<float> $weights
     */
    public function filtered(array $weights): self
    {
        return self::run('convsep', [$this, self::OUT, VipsMatrix::of([$weights])]);
    }

    public function blurred(float $sigma): self
    {
        return self::run('gaussblur', [$this, self::OUT, $sigma]);
    }

    /** Resized by a kernel of the library; what is made smaller is averaged. */
    public function resized(int $width, int $height, int $kernel = self::LINEAR): self
    {
        return self::run('resize', [$this, self::OUT, $width / $this->width()], ['vscale' => $height / $this->height(), 'kernel' => $kernel, 'gap' => 0.0]);
    }

    /**
     * With more points, in straight lines between the middles of those it has. Not by the library's own resizing, which is off by half a
     * pixel here. A fourth band is one like the others, not taken for transparency.
     */
    public function enlarged(int $width, int $height): self
    {
        $area = self::made(Ffi::call(VipsLibrary::get(), 'vips_array_int_newv', 4, 0, 0, $width, $height));
        try {
            return self::run('affine', [$this, self::OUT, $width / $this->width(), 0.0, 0.0, $height / $this->height()], ['idx' => 0.5, 'idy' => 0.5, 'odx' => -0.5, 'ody' => -0.5, 'oarea' => $area, 'extend' => self::EXTEND_COPY, 'premultiplied' => 1]);
        } finally {
            Ffi::call(VipsLibrary::get(), 'vips_area_unref', $area);
        }
    }

    /** In a larger image of zeros, at a place of it. */
    public function within(int $left, int $top, int $width, int $height): self
    {
        return self::run('embed', [$this, self::OUT, $left, $top, $width, $height]);
    }

    /** Half as wide and high, each pixel the mean of four; what is odd at the end is left out. */
    public function halved(): self
    {
        [$width, $height] = [$this->width() - $this->width() % 2, $this->height() - $this->height() % 2];

        return self::run('shrink', [$width === $this->width() && $height === $this->height() ? $this : $this->area(0, 0, $width, $height), self::OUT, 2.0, 2.0]);
    }

    /** Each value as a table has it. */
    public function lookedUp(self $table): self
    {
        return self::run('maplut', [$this, self::OUT, $table]);
    }

    /** Beside and below itself, so many times. */
    public function repeated(int $across, int $down): self
    {
        return self::run('replicate', [$this, self::OUT, $across, $down]);
    }

    /** Colours multiplied by how much they can be seen. */
    public function premultiplied(float $most): self
    {
        return self::run('premultiply', [$this, self::OUT], ['max_alpha' => $most]);
    }

    public function unpremultiplied(float $most): self
    {
        return self::run('unpremultiply', [$this, self::OUT], ['max_alpha' => $most]);
    }

    /** Upright, by what its file says of it. */
    public function upright(): self
    {
        return self::run('autorot', [$this, self::OUT]);
    }

    /** The bytes of each value the other way round. */
    public function byteSwapped(): self
    {
        return self::run('byteswap', [$this, self::OUT]);
    }

    /** The same image, which can be told something of its own. */
    public function copy(?int $interpretation = null): self
    {
        return self::run('copy', [$this, self::OUT], null === $interpretation ? [] : ['interpretation' => $interpretation]);
    }

    /** How many pixels have each colour, by red across, green down, blue as bands. */
    public function colourCounts(int $bins): self
    {
        return self::run('hist_find_ndim', [$this, self::OUT], ['bins' => $bins]);
    }
}
