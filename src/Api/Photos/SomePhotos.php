<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Photos;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Library\Photos;

/** Photos that something is done to together. */
final readonly class SomePhotos
{
    public const MOST = 20_000;

    /** @param list<int> $photos their numbers */
    public function __construct(
        #[Assert\Count(min: 1, max: self::MOST, minMessage: 'must name at least one photo.', maxMessage: 'has more than {{ limit }} photos. Select fewer at once.')]
        #[Assert\All([new Assert\NotNull(message: Photos::NO_NUMBER), new Assert\Type('int', message: Photos::NO_NUMBER)])]
        public array $photos,
    ) {
    }
}
