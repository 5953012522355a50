<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Imaging\Encode\Profile;
use Tovrin\App\Imaging\Metadata\MetadataKept;
use Tovrin\Core\Cube\Cube;

/** One kind of file that is wanted of each photo. */
final readonly class Output
{
    public const SIDE_LEAST = 16;
    public const SIDE_MOST = 30_000;

    /**
     * @param string       $name        pattern of the file's name without its ending; see docs/formats.md
     * @param int|null     $bits        a channel, 8 or 16; null is as many as the photo has; forms that hold no more than 8 get 8
     * @param int|null     $side        longest side in pixels; a smaller photo is not enlarged; null is the photo's own size
     * @param int          $quality     of a JPEG, WebP or AVIF
     * @param int|null     $lattice     nodes along each axis of the cube; null is as few as keep the photo's own colours exact, for a picture, and colours all over sRGB for a table
     * @param Profile      $profile     what the colours of a picture mean
     * @param MetadataKept $metadata    how much of what the photo's file says goes along
     * @param bool         $dither      whether gradients of a 16-bit photo are kept from banding in 8 bits
     * @param bool         $sharpen     whether a picture that is made smaller is sharpened a little
     * @param bool         $progressive whether a JPEG shows coarsely first while it loads
     * @param bool|null    $fullColour  whether a JPEG or AVIF keeps colour in every pixel, instead of every second each way; null is from quality 90 on
     * @param bool         $colourPart  whether a table of a grade with areas or softened mattes leaves these out; without it there is none of such a grade
     * @param string       $folder      name of a folder for this kind of file, in an archive or a folder of the server; empty for none
     */
    public function __construct(
        public ExportFormat $format,
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $name = FileNames::USUAL,
        #[Assert\Choice(choices: [8, 16], message: 'must be 8 or 16.')]
        public ?int $bits = null,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }} pixels.', min: self::SIDE_LEAST, max: self::SIDE_MOST)]
        public ?int $side = null,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: 1, max: 100)]
        public int $quality = Rendering::DEFAULT_QUALITY,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: Cube::MIN_SIZE, max: Cube::MAX_SIZE)]
        public ?int $lattice = null,
        public Profile $profile = Profile::Source,
        public MetadataKept $metadata = MetadataKept::All,
        public bool $dither = true,
        public bool $sharpen = false,
        public bool $progressive = false,
        public ?bool $fullColour = null,
        public bool $colourPart = false,
        #[Assert\Length(max: 60, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $folder = '',
    ) {
    }
}
