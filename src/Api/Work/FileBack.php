<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Symfony\Component\Validator\Constraints as Assert;

/** A file that was handed back. */
final readonly class FileBack
{
    public function __construct(
        public string $name,
        #[Assert\Regex('/^[0-9a-f]{64}$/D', message: 'must be 64 hexadecimal digits.')]
        public string $sha256,
        #[Assert\PositiveOrZero(message: 'must not be negative.')]
        public int $bytes,
    ) {
    }
}
