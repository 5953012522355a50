<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Metadata;

/** How much of what a photo's file says goes along with the finished picture. */
enum MetadataKept: string
{
    /** All of it: EXIF, XMP and IPTC. */
    case All = 'all';
    /** How and when it was taken, with what, by whom: no place, no numbers of devices, no history. */
    case Reduced = 'reduced';
    /** None. */
    case None = 'none';
}
