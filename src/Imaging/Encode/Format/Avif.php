<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode\Format;

use Tovrin\App\Imaging\Encode\Embedding;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;

/** AVIF, the smallest, and the slowest. */
final class Avif implements FileFormat
{
    private const AV1 = 4;
    /** Larger by a hundredth than with more effort, in a third of the time. */
    private const EFFORT = 2;
    /** Its encoder holds some thirty bytes for each pixel: more than this takes gigabytes. */
    private const PIXELS = 50_000_000;

    public static function id(): string
    {
        return 'avif';
    }

    public static function title(): string
    {
        return 'an AVIF';
    }

    public static function help(): string
    {
        return 'The finished photo in the smallest file, for the web. Slow to make.';
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
        return false;
    }

    public static function endings(): array
    {
        return ['avif'];
    }

    public static function mediaType(): string
    {
        return 'image/avif';
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
        return 12;
    }

    public static function longestSide(int $width, int $height): int
    {
        return (int) floor(max($width, $height) * min(1.0, sqrt(self::PIXELS / ($width * $height))));
    }

    public static function saving(Writing $how): array
    {
        return ['heifsave', ['Q' => $how->quality, 'compression' => self::AV1, 'effort' => self::EFFORT, 'subsample_mode' => $how->keepsColour() ? VipsImage::COLOUR_KEPT : VipsImage::COLOUR_HALVED]];
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
