<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

/** A request that cannot be done as it stands; answered as {"error": message}. */
final class Problem extends \RuntimeException
{
    public function __construct(public readonly int $status, string $message)
    {
        parent::__construct($message);
    }
}
