<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/** An encoding that a standard defines. A class is used as its own identifier; nothing is instantiated. */
interface NamedEncoding
{
    /** As CSS Color 4 names it, e.g. `display-p3`. */
    public static function id(): string;

    /** What it is good for, in a sentence, for choosing among them. */
    public static function help(): string;

    /** Whether 8 bits are too coarse for it. */
    public static function needsDepth(): bool;

    public static function encoding(): RgbEncoding;
}
