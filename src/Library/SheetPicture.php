<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

/** How the small pictures of the sheet are made. */
final class SheetPicture
{
    /** Longest side in pixels: large enough to judge colour by. */
    public const SIDE = 640;
    public const QUALITY = 90;
}
