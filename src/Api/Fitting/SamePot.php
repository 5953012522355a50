<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Fitting;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Grading\CarryOver;
use Tovrin\App\Library\Photos;

/** A pot of one photo that is looked for in others. */
final readonly class SamePot
{
    /**
     * @param int       $pot number of the pot in the photo it is taken from
     * @param list<int> $to  numbers of the other photos
     */
    public function __construct(
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $pot,
        #[Assert\Count(min: 1, max: CarryOver::MOST, minMessage: 'must name at least one photo.', maxMessage: 'has more than {{ limit }} photos. Select fewer at once.')]
        #[Assert\All([new Assert\NotNull(message: Photos::NO_NUMBER), new Assert\Type('int', message: Photos::NO_NUMBER)])]
        public array $to,
    ) {
    }
}
