<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Export\FileNames;
use Tovrin\App\Export\Rendering;
use Tovrin\Core\Cube\Cube;

/** One kind of file that is wanted of each photo. */
final readonly class Output
{
    public const SIDE_LEAST = 16;
    public const SIDE_MOST = 16_000;

    /**
     * @param string   $name    pattern of the file's name without its ending; see docs/formats.md
     * @param int      $bits    a channel, 8 or 16; formats that hold no more than 8 get 8
     * @param int|null $side    longest side in pixels; a smaller photo is not enlarged; null is the photo's own size
     * @param int      $quality of a JPEG or WebP
     * @param int      $lattice nodes along each axis of the cube that is used, or written
     */
    public function __construct(
        public ExportFormat $format,
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $name = FileNames::USUAL,
        #[Assert\Choice(choices: [8, 16], message: 'must be 8 or 16.')]
        public int $bits = 8,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }} pixels.', min: self::SIDE_LEAST, max: self::SIDE_MOST)]
        public ?int $side = null,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: 1, max: 100)]
        public int $quality = Rendering::DEFAULT_QUALITY,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: Cube::MIN_SIZE, max: Cube::MAX_SIZE)]
        public int $lattice = Rendering::DEFAULT_LATTICE,
        public Profile $profile = Profile::AsBefore,
    ) {
    }
}
