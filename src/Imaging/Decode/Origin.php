<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

/** What a file said about the picture in it. */
final readonly class Origin
{
    /**
     * @param string       $format  as people know it: JPEG, TIFF …
     * @param int          $bits    a channel, as the file had them
     * @param string       $colours what its numbers mean, in words
     * @param string       $camera  make and model; empty when it does not say
     * @param list<string> $notes   what was taken for granted, converted or left out, in sentences
     */
    public function __construct(
        public string $format = '',
        public int $bits = 8,
        public string $colours = 'sRGB',
        public string $camera = '',
        public ?\DateTimeImmutable $takenAt = null,
        public array $notes = [],
    ) {
    }
}
