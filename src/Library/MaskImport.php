<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Area\MaskPicture;

/** Takes in masks made elsewhere: grey pictures of a photo's own proportions. */
final readonly class MaskImport
{
    /** How far channels of a grey picture may be apart, of 1: JPEG does not keep them quite the same. */
    private const GREY = 0.04;
    /** Pixels that a side may be off by, from rounding when the mask was made smaller. */
    private const ROUNDED = 1.0;

    public function __construct(private KeptData $kept)
    {
    }

    /**
     * @param string $path of the file
     * @param string $name of the file, as the user knows it
     *
     * @throws Refused when it is no grey picture of the photo's proportions, saying what to do
     */
    public function import(Photo $photo, string $path, string $name): MaskView
    {
        try {
            $pixels = PictureFile::read($path, $name);
        } catch (PictureError $e) {
            throw new Refused($e->getMessage(), 0, $e);
        }
        if (abs($pixels->height - $pixels->width * $photo->height() / $photo->width()) > self::ROUNDED && abs($pixels->width - $pixels->height * $photo->width() / $photo->height()) > self::ROUNDED) {
            throw new Refused(\sprintf('“%s” has %d × %d pixels, which are not the proportions of the photo (%d × %d). Make the mask from the whole photo, neither cropped nor turned.', $name, $pixels->width, $pixels->height, $photo->width(), $photo->height()));
        }
        $small = PictureShape::reducedWhole($pixels, MaskPicture::SIDE_MOST);
        [$words, $share] = self::tones($small, $name);
        $mask = new MaskPicture($small->width, $small->height, $words);
        $this->kept->keepData($mask->digest, $mask->toBytes());

        return new MaskView($mask->digest, $mask->width, $mask->height, $share);
    }

    /**
     * The tones as the file has them, whatever its colour profile: 0 and 65535 for black and white. What is transparent is black.
     *
     * @return array{string, float} 16 bits each, least significant byte first; and their mean, 0…1
     *
     * @throws Refused when it has colours
     */
    private static function tones(Pixels $pixels, string $name): array
    {
        [$most, $format] = 8 === $pixels->bits ? [255, 'C*'] : [65535, 'S*'];
        [$channels, $length, $bytes] = [$pixels->channels(), $pixels->width * $pixels->bytesPerPixel(), $pixels->bytes()];
        [$words, $sum, $apart, $scale] = ['', 0, 0, 65535 / $most];
        for ($row = 0; $row < $pixels->height; ++$row) {
            /** @var array<int, int> $values */
            $values = unpack($format, substr($bytes, $row * $length, $length));
            $tones = [];
            for ($i = 1, $last = \count($values); $i <= $last; $i += $channels) {
                $tone = $values[$i];
                $apart = max($apart, abs($tone - $values[$i + 1]), abs($tone - $values[$i + 2]));
                $tones[] = $tone = (int) round($scale * ($pixels->alpha ? $tone * $values[$i + 3] / $most : $tone));
                $sum += $tone;
            }
            $words .= pack('v*', ...$tones);
        }
        if ($apart > self::GREY * $most) {
            throw new Refused(\sprintf('“%s” has colours. A mask is a grey picture: white where the move acts, black where it does not.', $name));
        }

        return [$words, $sum / 65535 / ($pixels->width * $pixels->height)];
    }
}
