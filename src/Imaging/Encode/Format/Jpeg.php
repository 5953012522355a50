<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode\Format;

use Tovrin\App\Imaging\Encode\Embedding;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;

/** JPEG: small, everywhere, 8 bits. */
final class Jpeg implements FileFormat
{
    public static function id(): string
    {
        return 'jpeg';
    }

    public static function title(): string
    {
        return 'a JPEG';
    }

    public static function help(): string
    {
        return 'The finished photo for catalogues, mail and the web.';
    }

    public static function isLossy(): bool
    {
        return true;
    }

    public static function canHalveColour(): bool
    {
        return true;
    }

    public static function canBeProgressive(): bool
    {
        return true;
    }

    public static function endings(): array
    {
        return ['jpg', 'jpeg'];
    }

    public static function mediaType(): string
    {
        return 'image/jpeg';
    }

    public static function isDeep(): bool
    {
        return false;
    }

    public static function isTransparent(): bool
    {
        return false;
    }

    public static function slowness(): int
    {
        return 1;
    }

    public static function longestSide(int $width, int $height): ?int
    {
        return null;
    }

    public static function saving(Writing $how): array
    {
        return ['jpegsave', ['Q' => $how->quality, 'subsample_mode' => $how->keepsColour() ? VipsImage::COLOUR_KEPT : VipsImage::COLOUR_HALVED, 'interlace' => (int) $how->progressive]];
    }

    public static function embedded(Pixels $pixels): array
    {
        return [];
    }

    public static function finish(string $path, Pixels $pixels): void
    {
        Embedding::intoJpeg($path, $pixels);
    }
}
