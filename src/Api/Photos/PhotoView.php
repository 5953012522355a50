<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Photos;

use Tovrin\App\Entity\Photo;

/** What the studio is told about a photo. Sets hold thousands: where its pictures are follows from its number and its key. */
final readonly class PhotoView
{
    /**
     * @param int         $width    pixels, upright
     * @param int         $height   pixels, upright
     * @param bool        $graded   whether its grade has any move
     * @param string      $key      changes with every import: pictures asked for with it may be kept by the browser for good
     * @param int         $revision of its grade in force; see GradeView
     * @param int|null    $drawn    number of the grade that its small picture shows; null when there is none yet
     * @param string|null $takenAt  date and time, by the camera's clock
     * @param string      $camera   make and model; empty when its file does not say
     * @param string      $format   of its file; empty when that is not known any more
     * @param int         $bits     a channel, in its file
     * @param string      $colours  what its file's numbers mean, in words
     * @param list<string> $notes   what was taken for granted, converted or left out when it was brought in
     * @param list<string> $troubles what goes plainly wrong with its colours in the grade that its small picture shows, worst first
     */
    private function __construct(
        public int $id,
        public int $setId,
        public string $name,
        public int $width,
        public int $height,
        public int $previewWidth,
        public int $previewHeight,
        public bool $graded,
        public string $key,
        public int $revision,
        public ?int $drawn,
        public ?string $takenAt,
        public string $camera,
        public string $format,
        public int $bits,
        public string $colours,
        public array $notes,
        public array $troubles,
    ) {
    }

    public static function of(Photo $photo): self
    {
        // A photo that was never worked on is drawn as it came.
        $drawn = $photo->drawn() ?? (0 === $photo->revision() ? 0 : null);

        $origin = $photo->origin();

        return new self($photo->id(), $photo->set()->id(), $photo->name(), $photo->width(), $photo->height(), $photo->previewWidth(), $photo->previewHeight(), $photo->moveCount() > 0, $photo->storeKey(), $photo->revision(), $drawn, $origin->takenAt?->format('Y-m-d\TH:i:s'), $origin->camera, $origin->format, $origin->bits, $origin->colours, $origin->notes, '' === $photo->troubles() ? [] : explode("\n", $photo->troubles()));
    }
}
