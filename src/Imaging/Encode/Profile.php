<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode;

use Tovrin\App\Imaging\ColourTag;
use Tovrin\Core\Colour\Encoding\Encodings;

/** What the colours of a finished picture mean, as CSS Color 4 names it, and whether the file says so. */
enum Profile: string
{
    /** What the photo came in, said as the photo's file said it. */
    case Source = 'source';
    case Srgb = 'srgb';
    case DisplayP3 = 'display-p3';
    /** opRGB. */
    case A98Rgb = 'a98-rgb';
    /** ROMM RGB. */
    case ProphotoRgb = 'prophoto-rgb';
    /** sRGB, without the file saying so. */
    case None = 'none';

    /**
     * By its name, or by the one it had before.
     *
     * @throws \ValueError when there is none of the name: colours are never given another meaning than was asked for
     */
    public static function named(string $name): self
    {
        return 'as-before' === $name ? self::Source : self::from($name);
    }

    /** What it is called where one is chosen. */
    public function title(): string
    {
        return match ($this) {
            self::Source => 'same as the photo',
            self::None => 'sRGB, not said',
            default => Encodings::named($this->value)->title,
        };
    }

    /** What it is good for, in a sentence. */
    public function help(): string
    {
        return match ($this) {
            self::Source => 'Keeps the photo’s own colour space.',
            self::None => 'sRGB, without an embedded profile.',
            default => Encodings::class($this->value)::help(),
        };
    }

    /** Whether 8 bits are too coarse for it. */
    public function needsDepth(): bool
    {
        return !\in_array($this, [self::Source, self::None], true) && Encodings::class($this->value)::needsDepth();
    }

    public function tag(ColourTag $source): ColourTag
    {
        return match ($this) {
            self::Source => $source,
            self::None => ColourTag::none(),
            default => ColourTag::made(Encodings::named($this->value)),
        };
    }
}
