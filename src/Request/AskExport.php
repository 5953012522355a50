<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Export\Rendering;
use Tovrin\Core\Cube\Cube;

/** A finished file that is wanted. */
final readonly class AskExport
{
    /**
     * @param int $basedOn number of the revision that the user sees; another one is refused, so that the file is what the screen showed
     * @param int $quality of a JPEG
     * @param int $lattice nodes along each axis
     */
    public function __construct(
        public int $photoId,
        public ExportFormat $format,
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $basedOn,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: 1, max: 100)]
        public int $quality = Rendering::DEFAULT_QUALITY,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: Cube::MIN_SIZE, max: Cube::MAX_SIZE)]
        public int $lattice = Rendering::DEFAULT_LATTICE,
    ) {
    }
}
