<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

/** A file or text from outside is not what it should be; the message names the place and the fix. */
final class FormatError extends \RuntimeException
{
}
