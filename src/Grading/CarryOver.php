<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Library\Photos;
use Tovrin\Core\Grade\Grade;

/** Moves of one photo that other photos are to have. */
final readonly class CarryOver
{
    public const MOST = 5000;

    /**
     * @param Grade     $look  the moves
     * @param list<int> $to    numbers of the photos
     * @param CarryHow  $how   in the place of the moves there, or below them
     * @param bool      $fit   each photo gets them fitted to its own colours
     * @param bool      $areas the areas of the moves go along, at the same places of the picture
     * @param bool      $again probes of neutralise moves are read at the same places there
     */
    public function __construct(
        public Grade $look,
        #[Assert\Count(min: 1, max: self::MOST, minMessage: 'must name at least one photo.', maxMessage: 'has more than {{ limit }} photos. Carry over to fewer at once.')]
        #[Assert\All([new Assert\NotNull(message: Photos::NO_NUMBER), new Assert\Type('int', message: Photos::NO_NUMBER)])]
        public array $to,
        public CarryHow $how = CarryHow::Replace,
        public bool $fit = true,
        public bool $again = false,
        public bool $areas = false,
    ) {
    }
}
