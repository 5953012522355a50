<?php

declare(strict_types=1);

namespace Tovrin\App\Exception;

/** Thrown from a progress callback to stop the work at hand. */
final class Cancelled extends \RuntimeException
{
}
