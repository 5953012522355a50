<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** What the values of an image are, by libvips's numbers. */
enum SampleFormat: int
{
    case Byte = 0;
    case Word = 2;
    case Float = 6;

    /** @throws \LogicException when images have no such values */
    public static function ofBits(int $bits): self
    {
        return match ($bits) {
            8 => self::Byte,
            16 => self::Word,
            32 => self::Float,
            default => throw new \LogicException(\sprintf('There are no values of %d bits.', $bits)),
        };
    }

    public function bits(): int
    {
        return match ($this) {
            self::Byte => 8,
            self::Word => 16,
            self::Float => 32,
        };
    }

    /** The value of white. */
    public function most(): float
    {
        return match ($this) {
            self::Byte => 255.0,
            self::Word => 65_535.0,
            self::Float => 1.0,
        };
    }
}
