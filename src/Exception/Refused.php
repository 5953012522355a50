<?php

declare(strict_types=1);

namespace Tovrin\App\Exception;

/** Something that cannot be done as it was asked for; the message names what is wrong and what to do. */
final class Refused extends \RuntimeException
{
}
