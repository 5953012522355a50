<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

/** A message asks for what only the machine with the data can do. */
final class OnlyHere extends \RuntimeException
{
}
