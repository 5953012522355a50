<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode\Format;

use Tovrin\App\Imaging\Encode\Embedding;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;

/** WebP, for the web. */
final class WebP implements FileFormat
{
    /** By its own definition: 14 bits a side. Source: RFC 9649, section 2.5. */
    private const SIDE = 16_383;

    public static function id(): string
    {
        return 'webp';
    }

    public static function title(): string
    {
        return 'a WebP';
    }

    public static function help(): string
    {
        return 'The finished photo in a small file for the web.';
    }

    public static function isLossy(): bool
    {
        return true;
    }

    public static function canHalveColour(): bool
    {
        return false;
    }

    public static function canBeProgressive(): bool
    {
        return false;
    }

    public static function endings(): array
    {
        return ['webp'];
    }

    public static function mediaType(): string
    {
        return 'image/webp';
    }

    public static function isDeep(): bool
    {
        return false;
    }

    public static function isTransparent(): bool
    {
        return true;
    }

    public static function slowness(): int
    {
        return 3;
    }

    public static function longestSide(int $width, int $height): int
    {
        return self::SIDE;
    }

    public static function saving(Writing $how): array
    {
        return ['webpsave', ['Q' => $how->quality]];
    }

    public static function embedded(Pixels $pixels): array
    {
        return Embedding::blobs($pixels);
    }

    public static function finish(string $path, Pixels $pixels): void
    {
        // libvips has written all of it.
    }
}
