<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

/** The front does not answer, or not now: it is asked again. */
final class FrontAway extends \RuntimeException
{
}
