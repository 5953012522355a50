<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\Native\LibRaw;
use Tovrin\App\Imaging\Native\LibRawPicture;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\PictureError;

/**
 * Raw files of cameras: made into pictures with the camera's own white balance, plainly, in ROMM RGB with 16 bits, upright.
 *
 * To be used in a process of its own, like everything that decodes.
 */
final class RawFile
{
    /** The mosaic is held, four channels of it, and the result. */
    private const BYTES_A_PIXEL = 16;
    private const BYTES_MOST = 1_000_000_000;

    private function __construct(public readonly int $width, public readonly int $height, public readonly string $camera, private readonly LibRawPicture $picture)
    {
    }

    /**
     * @throws PictureError when it cannot be made into a picture
     */
    public static function rendered(string $path, string $name): self
    {
        $raw = LibRaw::ready() ?? throw new PictureError(\sprintf('"%s" is raw data of a camera, for which LibRaw is missing. Install the Debian package libraw-bin, or convert it elsewhere and import a 16-bit TIFF.', $name));
        $damaged = new PictureError(\sprintf('"%s" is raw data that cannot be read: it is damaged, or of a camera that is not known. Convert it with the program you use for that, save it as a TIFF with 16 bits, and import that.', $name));
        if (!$raw->open($path)) {
            throw $damaged;
        }
        [$width, $height] = $raw->size();
        if ($width * $height * self::BYTES_A_PIXEL > self::BYTES_MOST) {
            throw Refusal::tooLarge($name, $width, $height, 16, true);
        }
        $picture = $raw->developed() ?? throw $damaged;

        return new self($picture->width, $picture->height, $raw->camera(), $picture);
    }

    /** Puts the pixels into memory: interleaved, 16 bits. */
    public function into(SharedBytes $memory): void
    {
        $this->picture->into($memory);
    }
}
