<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Looks;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Grade\Grade;

/** A look of one's own that is to be kept, under its own name. */
final readonly class SaveLook
{
    /** @param string $group what it is listed under; may be empty */
    public function __construct(
        public Grade $look,
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $group = '',
    ) {
    }
}
