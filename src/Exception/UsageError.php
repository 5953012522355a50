<?php

declare(strict_types=1);

namespace Tovrin\App\Exception;

/** What was typed or given is wrong; ends the command with exit code 2 and this message on standard error. */
final class UsageError extends \RuntimeException
{
}
