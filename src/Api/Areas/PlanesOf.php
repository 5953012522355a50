<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Areas;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Area\AreaRaster;
use Tovrin\Core\Grade\Grade;

/** A grade whose planes are to be drawn. */
final readonly class PlanesOf
{
    /**
     * @param int         $points along the longer side, at the most
     * @param string|null $watch  id of a move whose plane is wanted even where it changes nothing
     */
    public function __construct(
        public Grade $look,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: AreaRaster::LEAST, max: AreaRaster::MOST)]
        public int $points,
        public ?string $watch = null,
    ) {
    }
}
