<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/**
 * What can be done with images of libvips: each gives a new one, which is computed when it is asked for.
 */
trait VipsOperations
{
    /** Where in the arguments of an operation its result goes. */
    private const OUT = "\0out";
    private const EXTEND_COPY = 1;
    /** Options that the library takes as floating-point numbers: it would read whole ones as something else. */
    private const FLOATS = ['gap', 'idx', 'idy', 'max_alpha', 'odx', 'ody', 'vscale'];
    private const LINEAR = 1;
    private const MORE = 4;
    private const LESS = 2;
    private const BITWISE_AND = 0;
    private const BITWISE_OR = 1;
    private const ERODE = 0;
    private const DILATE = 1;

    /** Each value times a number and plus another, as floats. */
    public function linear(float $times, float $plus): self
    {
        return self::run('linear1', [$this, self::OUT, $times, $plus]);
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

    /** 255 where a value is above a number, 0 elsewhere. */
    public function above(float $value): self
    {
        return self::run('relational_const1', [$this, self::OUT, self::MORE, $value]);
    }

    /** 255 where a value is below a number, 0 elsewhere. */
    public function below(float $value): self
    {
        return self::run('relational_const1', [$this, self::OUT, self::LESS, $value]);
    }

    /** 255 where both are, of images of 0 and 255. */
    public function and(self $other): self
    {
        return self::run('boolean', [$this, $other, self::OUT, self::BITWISE_AND]);
    }

    /** 255 where either is, of images of 0 and 255. */
    public function or(self $other): self
    {
        return self::run('boolean', [$this, $other, self::OUT, self::BITWISE_OR]);
    }

    /** One image where this one is not 0, another elsewhere. */
    public function choosing(self $then, self $otherwise): self
    {
        return self::run('ifthenelse', [$this, $then, $otherwise, self::OUT]);
    }

    /**
     * 255 where all of a square around is, 0 elsewhere, of an image of 0 and 255. What lies beyond the image counts as what is nearest.
     *
     * @param int $radius pixels; the square has 2 × radius + 1 each way
     */
    public function eroded(int $radius): self
    {
        return $this->morphed($radius, self::ERODE);
    }

    /** 255 where any of a square around is, 0 elsewhere, of an image of 0 and 255. */
    public function dilated(int $radius): self
    {
        return $this->morphed($radius, self::DILATE);
    }

    private function morphed(int $radius, int $how): self
    {
        $wide = self::run('embed', [$this, self::OUT, $radius, $radius, $this->width() + 2 * $radius, $this->height() + 2 * $radius], ['extend' => self::EXTEND_COPY]);
        for ($i = 0; $i < $radius; ++$i) {
            $wide = self::run('morph', [$wide, self::OUT, VipsMatrix::of([[255.0, 255.0, 255.0], [255.0, 255.0, 255.0], [255.0, 255.0, 255.0]]), $how]);
        }

        return $wide->area($radius, $radius, $this->width(), $this->height());
    }

    /** In a larger image of zeros, at a place of it. */
    public function within(int $left, int $top, int $width, int $height): self
    {
        return self::run('embed', [$this, self::OUT, $left, $top, $width, $height]);
    }

    /** With a frame of zeros around it. */
    public function framed(int $by): self
    {
        return self::run('embed', [$this, self::OUT, $by, $by, $this->width() + 2 * $by, $this->height() + 2 * $by]);
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

    /**
     * Runs an operation that makes an image.
     *
     * @param list<mixed>                                $arguments in the library's order; OUT stands for the result
     * @param array<string, int|float|string|\FFI\CData> $options
     * @param list<self>                                 $needs     images that are in none of the arguments by themselves
     *
     * @throws VipsError
     */
    private static function run(string $operation, array $arguments, array $options = [], array $needs = []): self
    {
        $out = VipsLibrary::get()->new('VipsImage*');
        \assert($out instanceof \FFI\CData);
        $given = [];
        foreach ($arguments as $one) {
            if ($one instanceof self || $one instanceof VipsMatrix) {
                $needs[] = $one;
                $given[] = $one->handle;
            } else {
                $given[] = self::OUT === $one ? \FFI::addr($out) : $one;
            }
        }
        self::call($operation, $given, $options);

        return new self($out, $needs);
    }

    /**
     * @param list<mixed>                                $arguments
     * @param array<string, int|float|string|\FFI\CData> $options
     *
     * @throws VipsError
     */
    private static function call(string $operation, array $arguments, array $options): void
    {
        foreach ($options as $name => $value) {
            // Nobody converts what is handed to a C function after its named arguments.
            $isFloat = \in_array($name, self::FLOATS, true);
            if (\is_float($value) && !$isFloat) {
                throw new \LogicException(\sprintf('The option "%s" of %s is no floating-point number, or is not listed as one.', $name, $operation));
            }
            array_push($arguments, $name, $isFloat && \is_int($value) ? (float) $value : $value);
        }
        if (0 !== Ffi::call(VipsLibrary::get(), 'vips_'.$operation, ...[...$arguments, null])) {
            throw VipsMessages::error();
        }
    }

    /** @param non-empty-list<self> $images */
    private static function listOf(array $images): \FFI\CData
    {
        $count = \count($images);
        $list = VipsLibrary::get()->new("VipsImage*[$count]");
        \assert($list instanceof \FFI\CData);
        foreach ($images as $i => $image) {
            $list[$i] = $image->handle; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }

        \assert($list instanceof \FFI\CData);

        return $list;
    }
}
