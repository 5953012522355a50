<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** What images of libvips are compared to, and what can be done with the masks that come of it: 255 where something is, 0 elsewhere. */
trait VipsMasks
{
    private const MORE = 4;
    private const LESS = 2;
    private const BITWISE_AND = 0;
    private const BITWISE_OR = 1;
    private const ERODE = 0;
    private const DILATE = 1;

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

    /** 1 where a mask is 255, 0 where it is 0, as floats. */
    public function asShare(): self
    {
        return $this->linear(1 / SampleFormat::Byte->most(), 0.0);
    }

    /** One image where this one is not 0, another elsewhere. */
    public function choosing(self $then, self $otherwise): self
    {
        return self::run('ifthenelse', [$this, $then, $otherwise, self::OUT]);
    }

    /** The larger of two values, band by band. */
    public function larger(self $other): self
    {
        return $this->subtract($other)->above(0.0)->choosing($this, $other);
    }

    /** The smaller of two values, band by band. */
    public function smaller(self $other): self
    {
        return $this->subtract($other)->above(0.0)->choosing($other, $this);
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
}
