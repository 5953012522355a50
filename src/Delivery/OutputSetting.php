<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

/** What can be set for a kind of finished file, as far as it has any use for it. */
enum OutputSetting: string
{
    case Bits = 'bits';
    case Side = 'side';
    case Quality = 'quality';
    case Lattice = 'lattice';
    case ColourPart = 'colourPart';
    case Profile = 'profile';
    case Metadata = 'metadata';
    case Dither = 'dither';
    case Chroma = 'chroma';
    case Progressive = 'progressive';
}
