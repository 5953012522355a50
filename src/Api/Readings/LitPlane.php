<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Readings;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Grade\Grade;

/** A grade, the move of it whose reach is wanted, and the plane of the bench. */
final readonly class LitPlane
{
    /**
     * @param string $watch     id of the move
     * @param float  $chromaTop where the chroma axis ends, as the photo's planes have it
     */
    public function __construct(
        public Grade $look,
        public string $watch,
        #[Assert\Choice(choices: ['hue-chroma', 'hue-light', 'light-chroma'], message: 'is none of the planes: {{ choices }}.')]
        public string $plane,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: 0.01, max: 1)]
        public float $chromaTop,
    ) {
    }
}
