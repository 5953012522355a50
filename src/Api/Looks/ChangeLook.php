<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Looks;

use Symfony\Component\Validator\Constraints as Assert;

/** Another name or group for a look of one's own. */
final readonly class ChangeLook
{
    public function __construct(
        #[Assert\NotBlank(message: 'must not be empty.', normalizer: 'trim')]
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $name,
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $group = '',
    ) {
    }
}
