<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

/** The status of a controller's answer, where it is not 200. */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class Status
{
    public function __construct(public int $code)
    {
    }
}
