<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode\Format;

use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;

/** A format that finished pictures are written in: all that has to be known of it. A new one is its own class, and one entry in FileFormats. */
interface FileFormat
{
    /** As it is called in requests and in what is kept. */
    public static function id(): string;

    /** With its article, within a sentence. */
    public static function title(): string;

    /** What it is good for, in a sentence, for choosing among them. */
    public static function help(): string;

    /** Whether it gives up detail for a smaller file, by a quality of 1 to 100. */
    public static function isLossy(): bool;

    /** Whether colour can be kept in every second pixel only. */
    public static function canHalveColour(): bool;

    /** Whether it can show coarsely first while it loads. */
    public static function canBeProgressive(): bool;

    /** @return non-empty-list<string> how names of its files end, without full stop; the first is what ours get */
    public static function endings(): array;

    public static function mediaType(): string;

    /** Whether it can hold 16 bits a channel. */
    public static function isDeep(): bool;

    /** Whether it can hold transparency. */
    public static function isTransparent(): bool;

    /** How long a megapixel takes against one of a JPEG; roughly, as measured. */
    public static function slowness(): int;

    /** Pixels along the longer side that a picture of such a shape can have; null for no limit of its own. */
    public static function longestSide(int $width, int $height): ?int;

    /** @return array{0: string, 1: array<string, int>} the operation of libvips that writes it, and its options */
    public static function saving(Writing $how): array;

    /** @return array<string, string|null> data that libvips writes itself, by the names it has for them */
    public static function embedded(Pixels $pixels): array;

    /** Puts what libvips does not write into the finished file. */
    public static function finish(string $path, Pixels $pixels): void;
}
