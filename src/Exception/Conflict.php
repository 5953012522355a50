<?php

declare(strict_types=1);

namespace Tovrin\App\Exception;

/** Something else has changed meanwhile what was to be worked on; nothing was done. */
final class Conflict extends \RuntimeException
{
}
