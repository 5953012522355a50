<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/** An encoding that a standard defines. A class is used as its own identifier; nothing is instantiated. */
interface NamedEncoding
{
    /** As CSS Color 4 names it, e.g. `display-p3`. */
    public static function id(): string;

    public static function encoding(): RgbEncoding;
}
