<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Fitting;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Grading\CarryOver;

/** Colours that are compared with each other. */
final readonly class SomeColours
{
    /** @param list<string> $colours each as `#rrggbb` */
    public function __construct(
        #[Assert\Count(max: CarryOver::MOST, maxMessage: 'has more than {{ limit }} colours.')]
        #[Assert\All([new Assert\NotNull(message: 'is no colour.'), new Assert\Regex('/^#[0-9a-fA-F]{6}$/', message: 'is no colour; write it as #rrggbb.')])]
        public array $colours,
    ) {
    }
}
