<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;

/** Another name for a set, another order of its photos, or both. */
final readonly class ChangeSet
{
    public function __construct(
        #[Assert\NotBlank(message: 'must not be empty.', normalizer: 'trim', allowNull: true)]
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public ?string $name = null,
        public ?PhotoOrder $sorted = null,
    ) {
    }
}
