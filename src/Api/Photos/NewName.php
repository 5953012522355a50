<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Photos;

use Symfony\Component\Validator\Constraints as Assert;

/** Another name for something. */
final readonly class NewName
{
    public function __construct(
        #[Assert\NotBlank(message: 'must not be empty.', normalizer: 'trim')]
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $name,
    ) {
    }
}
