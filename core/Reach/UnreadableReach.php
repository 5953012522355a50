<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

/** A part of a reach whose values do not go together. */
final class UnreadableReach extends \InvalidArgumentException
{
    /** @param string $path where within the reach */
    public function __construct(public readonly string $path, string $message)
    {
        parent::__construct($message);
    }
}
