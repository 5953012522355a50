<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\HttpFoundation\Response;

/** An answer of plain bytes. */
final class Binary extends Response
{
    public static function of(string $bytes): self
    {
        return new self($bytes, 200, ['Content-Type' => 'application/octet-stream', 'Cache-Control' => 'no-store']);
    }

    /** @param int $seconds how long the browser may keep it */
    public static function cached(string $bytes, int $seconds): self
    {
        return new self($bytes, 200, ['Content-Type' => 'application/octet-stream', 'Cache-Control' => 'private, max-age='.$seconds]);
    }
}
