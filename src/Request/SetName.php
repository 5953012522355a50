<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;

final readonly class SetName
{
    /** @param string $name what the set is called */
    public function __construct(
        #[Assert\NotBlank(normalizer: 'trim', message: 'must not be empty.')]
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters.')]
        public string $name,
    ) {
    }
}
