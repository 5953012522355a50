<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Grade\Grade;

/** Places to read before and after a grade. */
final readonly class ProbesOf
{
    /**
     * @param list<ProbePoint> $points
     * @param string|null      $watch  id of the move whose weight and curves are read there too
     * @param string|null      $before id of a move: the grade counts only up to it, so that the colour is read as it comes to it
     */
    public function __construct(
        public Grade $look,
        #[Assert\Valid]
        #[Assert\Count(max: 50, maxMessage: 'has more than {{ limit }} places.')]
        public array $points,
        public ?string $watch = null,
        public ?string $before = null,
    ) {
    }
}
