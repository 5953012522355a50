<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode\Format;

/** The list of formats that pictures are written in. */
final class FileFormats
{
    /** @var list<class-string<FileFormat>> */
    public const ALL = [Jpeg::class, Tiff::class, Png::class, WebP::class, Avif::class];

    /**
     * @return class-string<FileFormat>
     *
     * @throws \InvalidArgumentException when there is none of the name
     */
    public static function named(string $id): string
    {
        foreach (self::ALL as $format) {
            if ($format::id() === $id) {
                return $format;
            }
        }

        throw new \InvalidArgumentException(\sprintf('There is no form "%s" for pictures.', $id));
    }

    /** @return class-string<FileFormat>|null the one that names of files with such an ending are of */
    public static function ofEnding(string $ending): ?string
    {
        foreach (self::ALL as $format) {
            if (\in_array(strtolower($ending), $format::endings(), true)) {
                return $format;
            }
        }

        return null;
    }
}
