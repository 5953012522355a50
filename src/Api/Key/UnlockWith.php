<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Key;

use Symfony\Component\Validator\Constraints as Assert;

/** The key of this studio, as somebody has typed it. */
final readonly class UnlockWith
{
    public function __construct(
        #[Assert\NotBlank(message: 'must not be empty.', normalizer: 'trim')]
        #[Assert\Length(max: 1000, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $key,
    ) {
    }
}
