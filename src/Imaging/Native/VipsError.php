<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** What libvips says went wrong, in its own words: for whoever turns it into a message. */
final class VipsError extends \RuntimeException
{
}
