<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

use Tovrin\App\Request\ExportFormat;
use Tovrin\App\Request\Output;
use Tovrin\App\Request\Profile;

/** How a file is to be made, as it is kept with the file until then. */
final readonly class Wanted
{
    /**
     * @param int      $bits    a channel, 8 or 16
     * @param int|null $side    longest side in pixels, never enlarged; null is the photo's own
     * @param int      $quality 1…100, for JPEG and WebP
     * @param int      $lattice nodes along each axis
     * @param int|null $move    index of the move whose matte it is
     */
    public function __construct(
        public ExportFormat $format,
        public int $bits = 8,
        public ?int $side = null,
        public int $quality = Rendering::DEFAULT_QUALITY,
        public int $lattice = Rendering::DEFAULT_LATTICE,
        public Profile $profile = Profile::AsBefore,
        public ?int $move = null,
    ) {
    }

    public static function of(Output $output, ?int $move = null): self
    {
        return new self($output->format, $output->format->isDeep() ? $output->bits : 8, $output->side, $output->quality, $output->lattice, $output->profile, $move);
    }

    public function json(): string
    {
        return json_encode(['bits' => $this->bits, 'side' => $this->side, 'quality' => $this->quality, 'lattice' => $this->lattice, 'profile' => $this->profile->value, 'move' => $this->move], \JSON_THROW_ON_ERROR);
    }

    public static function read(string $format, string $json): self
    {
        /** @var array{bits?: int, side?: int|null, quality?: int, lattice?: int, profile?: string, move?: int|null} $kept */
        $kept = json_decode($json, true, 4, \JSON_THROW_ON_ERROR);

        return new self(ExportFormat::from($format), $kept['bits'] ?? 8, $kept['side'] ?? null, $kept['quality'] ?? Rendering::DEFAULT_QUALITY, $kept['lattice'] ?? Rendering::DEFAULT_LATTICE, Profile::tryFrom($kept['profile'] ?? '') ?? Profile::AsBefore, $kept['move'] ?? null);
    }

    /**
     * How long it will take, in megapixels of JPEG.
     *
     * @param float $megapixels of the photo
     */
    public function cost(float $megapixels): int
    {
        // A table of the grade takes a few seconds whatever the photo.
        return $this->format->isGrade() ? 4 : max(1, (int) ceil($megapixels * $this->format->slowness() * ($this->bits > 8 ? 2 : 1)));
    }
}
