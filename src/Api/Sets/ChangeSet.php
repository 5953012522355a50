<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Entity\PhotoOrder;

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
