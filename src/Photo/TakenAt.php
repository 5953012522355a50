<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** When a photo was taken, by its EXIF data (CIPA DC-008: DateTimeOriginal, else DateTime, with SubSecTime). */
final class TakenAt
{
    public static function of(string $path): ?\DateTimeImmutable
    {
        try {
            $image = new \Imagick();
            $image->pingImage($path);
            /** @var array<string, string> $told */
            $told = $image->getImageProperties('exif:*', true);
            $image->clear();
        } catch (\ImagickException) {
            return null;
        }
        foreach (['Original', ''] as $which) {
            $time = \DateTimeImmutable::createFromFormat('!Y:m:d H:i:s', trim($told['exif:DateTime'.$which] ?? ''), new \DateTimeZone('UTC'));
            // Cameras whose clock was never set write zeros.
            if (false !== $time && (int) $time->format('Y') > 1900) {
                return $time;
            }
        }

        return null;
    }
}
