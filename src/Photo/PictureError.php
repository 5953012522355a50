<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** A picture cannot be read or written; the message names it and says what to do. */
final class PictureError extends \RuntimeException
{
}
