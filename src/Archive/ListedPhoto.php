<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

/** A photo as set.json names it. */
final readonly class ListedPhoto
{
    /**
     * @param string|null $key    what strokes in looks name it by
     * @param string      $digest SHA-256 of its file
     * @param int         $bytes  of its file
     * @param int         $width  pixels, upright
     * @param string|null $file   entry of its file; null where it is not in the archive
     * @param string|null $grade  entry of its grade; null where nothing was done to it
     */
    private function __construct(public string $name, public ?string $key, public string $digest, public int $bytes, public int $width, public int $height, public ?float $position, public ?string $file, public ?string $grade)
    {
    }

    public static function of(\stdClass $checked): self
    {
        /** @var \stdClass&object{name: string, key?: string, sha256: string, bytes: int, width: int, height: int, position?: int|float, file?: string, grade?: string} $checked */
        return new self($checked->name, $checked->key ?? null, $checked->sha256, $checked->bytes, $checked->width, $checked->height, isset($checked->position) ? (float) $checked->position : null, $checked->file ?? null, $checked->grade ?? null);
    }
}
