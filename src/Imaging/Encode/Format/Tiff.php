<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode\Format;

use Tovrin\App\Imaging\Encode\Embedding;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;

/** TIFF, without loss. */
final class Tiff implements FileFormat
{
    private const DEFLATE = 2;
    private const DIFFERENCES = 2;

    public static function id(): string
    {
        return 'tiff';
    }

    public static function title(): string
    {
        return 'a TIFF';
    }

    public static function help(): string
    {
        return 'The finished photo without loss, for print and further editing.';
    }

    public static function isLossy(): bool
    {
        return false;
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
        return ['tif', 'tiff'];
    }

    public static function mediaType(): string
    {
        return 'image/tiff';
    }

    public static function isDeep(): bool
    {
        return true;
    }

    public static function isTransparent(): bool
    {
        return true;
    }

    public static function slowness(): int
    {
        return 2;
    }

    public static function longestSide(int $width, int $height): ?int
    {
        return null;
    }

    public static function saving(Writing $how): array
    {
        return ['tiffsave', ['compression' => self::DEFLATE, 'predictor' => self::DIFFERENCES]];
    }

    public static function embedded(Pixels $pixels): array
    {
        return ['icc-profile-data' => $pixels->colours->profile, 'xmp-data' => $pixels->metadata->xmp];
    }

    public static function finish(string $path, Pixels $pixels): void
    {
        Embedding::behindTiff($path, $pixels->metadata);
    }
}
