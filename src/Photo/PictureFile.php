<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** Reads JPEG and PNG files into sRGB pixels, upright, and writes them, through Imagick. */
final class PictureFile
{
    /** Debian's ImageMagick refuses more; a side of 16,000 is beyond any camera. */
    public const MAX_SIDE = 16_000;
    public const MAX_PIXELS = 200_000_000;
    private const CARRIED = ['exif', 'xmp', 'iptc'];

    /**
     * What kind of picture a file is, from its first bytes.
     *
     * @throws PictureError when it is neither JPEG nor PNG
     */
    public static function format(string $path, string $name): string
    {
        $head = @file_get_contents($path, false, null, 0, 16);
        if (false === $head) {
            throw new PictureError(\sprintf('"%s" cannot be read. Check that it exists and that you may read it.', $name));
        }
        if (str_starts_with($head, "\xFF\xD8\xFF")) {
            return 'jpeg';
        }
        if (str_starts_with($head, "\x89PNG\r\n\x1a\n")) {
            return 'png';
        }

        throw new PictureError(\sprintf('"%s" is not a JPEG or PNG picture%s. Save it as one of these and bring it in again.', $name, '' === $head ? ' (it is empty)' : ''));
    }

    /**
     * Reads a picture. Orientation is applied, an embedded colour profile is converted to sRGB.
     *
     * @param string   $name what to call it in messages
     * @param int|null $side a large JPEG may come smaller, as long as its longer side keeps this many pixels
     *
     * @throws PictureError when it is no picture, damaged, cut short or too large
     */
    public static function read(string $path, string $name, ?int $side = null): Pixels
    {
        $format = self::format($path, $name);
        $bytes = 'jpeg' === $format ? (string) file_get_contents($path) : null;
        if (null !== $bytes) {
            self::refuseCutShort($bytes, $name);
        }
        // Only the header is read for this: a picture that claims to be enormous is never decoded.
        [$width, $height] = @getimagesize($path) ?: [0, 0];
        if ($width > self::MAX_SIDE || $height > self::MAX_SIDE || $width * $height > self::MAX_PIXELS) {
            throw new PictureError(\sprintf('"%s" says it is %s × %s pixels; the most that can be worked on is %s a side and %d megapixels. Make it smaller and bring it in again.', $name, number_format($width), number_format($height), number_format(self::MAX_SIDE), self::MAX_PIXELS / 1_000_000));
        }
        $quick = null === $bytes ? null : TurboJpeg::decode($bytes, $side);
        if (null !== $quick) {
            return $quick;
        }
        unset($bytes);
        try {
            $image = new \Imagick();
            // The explicit prefix keeps a file from being taken for another, scriptable format.
            $image->readImage($format.':'.$path);
            $pixels = self::decode($image, $name);
            $image->clear();

            return $pixels;
        } catch (\ImagickException $e) {
            throw self::unreadable($name, $e);
        }
    }

    /**
     * Reads a picture no larger than needed: along its longer side at least $side pixels, where it has as many. Quicker for
     * a large JPEG, which is decoded smaller at once.
     *
     * @throws PictureError as read() does
     */
    public static function readSmall(string $path, string $name, int $side): Pixels
    {
        return PictureShape::reduce(self::read($path, $name, $side), $side);
    }

    /**
     * Encodes a picture.
     *
     * @param string $format  jpeg, png, tiff or webp
     * @param int    $quality 1…100, for JPEG and WebP
     */
    public static function encode(Pixels $pixels, string $format, int $quality): string
    {
        $quick = 'jpeg' === $format ? TurboJpeg::encode($pixels, $quality) : null;
        if (null !== $quick) {
            return $quick;
        }
        $image = RawPicture::of($pixels);
        $image->setImageColorspace(\Imagick::COLORSPACE_SRGB);
        if ('jpeg' === $format && $pixels->alpha) {
            $image->setImageBackgroundColor('white');
            $image->setImageAlphaChannel(\Imagick::ALPHACHANNEL_REMOVE);
        }
        foreach ($pixels->metadata as $kind => $profile) {
            $image->profileImage($kind, $profile);
        }
        if ($pixels->tagged) {
            $image->setImageProfile('icc', LittleCms::srgbProfile());
        }
        // Pixels are upright; this also corrects the orientation inside the EXIF data.
        $image->setImageOrientation(\Imagick::ORIENTATION_TOPLEFT);
        if ('jpeg' === $format) {
            $image->setImageCompression(\Imagick::COMPRESSION_JPEG);
            $image->setImageCompressionQuality($quality);
        } elseif ('webp' === $format) {
            $image->setImageCompressionQuality($quality);
        } elseif ('tiff' === $format) {
            // Without loss, and every program reads it.
            $image->setImageCompression(\Imagick::COMPRESSION_LZW);
            $image->setOption('tiff:predictor', '2');
        } else {
            $image->setOption('png:compression-level', '3');
        }
        $bytes = RawPicture::bytes($image, $format);
        $image->clear();

        return $bytes;
    }

    /** A PNG of the red channel of an opaque 8-bit picture. */
    public static function greyPng(Pixels $pixels): string
    {
        $image = RawPicture::of($pixels);
        $image->separateImageChannel(\Imagick::CHANNEL_RED);
        $image->setImageColorspace(\Imagick::COLORSPACE_GRAY);
        $image->setImageType(\Imagick::IMGTYPE_GRAYSCALE);
        $image->setImageDepth(8);
        $image->stripImage();
        $image->setOption('png:compression-level', '3');
        $bytes = RawPicture::bytes($image, 'png');
        $image->clear();

        return $bytes;
    }

    private static function decode(\Imagick $image, string $name): Pixels
    {
        $metadata = [];
        $profile = null;
        /** @var array<string, string> $profiles */
        $profiles = $image->getImageProfiles('*', true);
        foreach ($profiles as $kind => $bytes) {
            if ('icc' === $kind || 'icm' === $kind) {
                $profile = $bytes;
            } elseif (\in_array($kind, self::CARRIED, true)) {
                $metadata[$kind] = $bytes;
            }
        }
        $upright = \in_array($image->getImageOrientation(), [\Imagick::ORIENTATION_UNDEFINED, \Imagick::ORIENTATION_TOPLEFT], true);
        $image->autoOrient();
        $alpha = $image->getImageAlphaChannel() && 'PNG' === $image->getImageFormat();
        $bits = $image->getImageDepth() > 8 ? 16 : 8;
        [$width, $height] = [$image->getImageWidth(), $image->getImageHeight()];
        $space = null === $profile || LittleCms::isSrgb($profile) ? null : LittleCms::colourSpaceOf($profile);
        $cmyk = \Imagick::COLORSPACE_CMYK === $image->getImageColorspace();
        if ($cmyk && LittleCms::CMYK !== $space) {
            $image->transformImageColorspace(\Imagick::COLORSPACE_SRGB);
            $space = null;
        } elseif (!$cmyk && LittleCms::CMYK === $space) {
            $space = null;
        }
        $layout = match ($space) {
            LittleCms::CMYK => $alpha ? 'CMYKA' : 'CMYK',
            LittleCms::GRAY => 'GRAY',
            default => $alpha ? 'RGBA' : 'RGB',
        };
        if (LittleCms::GRAY === $space) {
            $alpha = false;
        }
        $image->setImageDepth($bits);
        $data = RawPicture::bytes($image, $layout);
        $image->clear();
        if (null !== $profile && null !== $space) {
            try {
                $data = LittleCms::toSrgb($profile, $space, $data, $bits, $alpha);
            } catch (PictureError $e) {
                throw new PictureError(\sprintf('"%s": %s', $name, $e->getMessage()), 0, $e);
            }
        }

        $asFiled = $upright && null === $space && !$cmyk && 8 === $bits && !$alpha;

        return new Pixels($width, $height, $bits, $alpha, $data, $metadata, null !== $profile, $asFiled);
    }

    /** A JPEG whose last scan has no end marker after it was cut short; decoders would paint the rest grey. */
    private static function refuseCutShort(string $bytes, string $name): void
    {
        $scan = strrpos($bytes, "\xFF\xDA");
        $end = strrpos($bytes, "\xFF\xD9");
        if (false === $scan || false === $end || $end < $scan) {
            throw new PictureError(\sprintf('"%s" is cut short: the end of the picture is missing. Copy it from its source again.', $name));
        }
    }

    private static function unreadable(string $name, \ImagickException $e): PictureError
    {
        $reason = $e->getMessage();
        if (str_contains($reason, 'exceeds limit') || str_contains($reason, 'width or height') || str_contains($reason, 'resources exhausted')) {
            return new PictureError(\sprintf('"%s" says it is larger than can be worked on (%s a side, %d megapixels). Make it smaller and bring it in again.', $name, number_format(self::MAX_SIDE), self::MAX_PIXELS / 1_000_000), 0, $e);
        }

        return new PictureError(\sprintf('"%s" is damaged and cannot be read. Copy it from its source again, or open and save it elsewhere first.', $name), 0, $e);
    }
}
