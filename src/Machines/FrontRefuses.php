<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

/** The front has understood, and says no, in words. The code is that of HTTP. */
final class FrontRefuses extends \RuntimeException
{
    public const UNAUTHORISED = 401;
    public const NOT_THERE = 404;
    public const CONFLICT = 409;
}
