<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode\Format;

use Tovrin\App\Imaging\Encode\Embedding;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;

/** PNG, without loss. */
final class Png implements FileFormat
{
    private const LEVEL = 3;
    /** Rows are written as differences to the ones above, whichever is smaller. */
    private const FILTERS = 0x08;

    public static function id(): string
    {
        return 'png';
    }

    public static function title(): string
    {
        return 'a PNG';
    }

    public static function help(): string
    {
        return 'The finished photo without loss, in a larger file.';
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
        return ['png'];
    }

    public static function mediaType(): string
    {
        return 'image/png';
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
        return 3;
    }

    public static function longestSide(int $width, int $height): ?int
    {
        return null;
    }

    public static function saving(Writing $how): array
    {
        return ['pngsave', ['compression' => self::LEVEL, 'filter' => self::FILTERS]];
    }

    public static function embedded(Pixels $pixels): array
    {
        return [];
    }

    public static function finish(string $path, Pixels $pixels): void
    {
        Embedding::intoPng($path, $pixels);
    }
}
