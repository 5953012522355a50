<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;

/** Some tiles of a picture, one below the other: what is worked on where only a little of a picture matters. */
final readonly class Strip
{
    /** @param list<array{0: int, 1: int}> $corners left and top of the tiles, in pixels of the picture */
    private function __construct(private array $corners, public int $width, private int $tall, private int $across, private int $down)
    {
    }

    /** The tiles of a picture in which pixels are mixed. */
    public static function mixed(EdgePictures $edges, Pixels $picture): self
    {
        [$across, $down] = [$picture->width / $edges->width, $picture->height / $edges->height];
        $width = min($picture->width, (int) ceil(EdgePictures::TILE * $across) + 1);
        $tall = min($picture->height, (int) ceil(EdgePictures::TILE * $down) + 1);

        // The last ones in a row or column overlap those before, which does no harm.
        return new self(array_map(static fn (array $tile): array => [min((int) ($tile[0] * EdgePictures::TILE * $across), $picture->width - $width), min((int) ($tile[1] * EdgePictures::TILE * $down), $picture->height - $tall)], $edges->mixed()), $width, $tall, $picture->width, $picture->height);
    }

    public function height(): int
    {
        return $this->tall * \count($this->corners);
    }

    /** The tiles of an image, which is as large as the picture or is brought to its size in straight lines. To be called in a process of its own. */
    public function of(VipsImage $image, int $bits): VipsImage
    {
        $full = $image->width() === $this->across && $image->height() === $this->down ? $image : $image->enlarged($this->across, $this->down);
        $region = $full->region();
        $bands = $image->bands();
        $size = $this->width * $this->tall * $bands * intdiv($bits, 8);
        $memory = new SharedBytes($size * \count($this->corners));
        foreach ($this->corners as $number => [$left, $top]) {
            $region->part($left, $top, $this->width, $this->tall)->into($memory, $size * $number);
        }

        return VipsImage::over($memory, $this->width, $this->height(), $bands, $bits);
    }

    /** The picture's own pixels in the tiles. */
    public function taken(Pixels $picture): SharedBytes
    {
        $bytes = $this->width * $picture->bytesPerPixel();
        $memory = new SharedBytes($bytes * $this->height());
        $this->eachRow(static function (int $inStrip, int $inPicture) use ($memory, $picture, $bytes): void {
            $memory->copy($inStrip * $picture->bytesPerPixel(), $picture->shared(), $inPicture * $picture->bytesPerPixel(), $bytes);
        });

        return $memory;
    }

    /**
     * Puts colours into the picture, whose transparency stays.
     *
     * @param SharedBytes $colours three channels, as many bits as the picture has
     */
    public function put(SharedBytes $colours, Pixels $picture): void
    {
        [$pixel, $three, $target] = [$picture->bytesPerPixel(), 3 * intdiv($picture->bits, 8), $picture->shared()];
        $this->eachRow(function (int $inStrip, int $inPicture) use ($colours, $picture, $pixel, $three, $target): void {
            if (!$picture->alpha) {
                $target->copy($inPicture * $pixel, $colours, $inStrip * $three, $this->width * $three);

                return;
            }
            for ($column = 0; $column < $this->width; ++$column) {
                $target->copy(($inPicture + $column) * $pixel, $colours, ($inStrip + $column) * $three, $three);
            }
        });
    }

    /** @param \Closure(int, int): void $do told the pixel a row of a tile begins at, in the strip and in the picture */
    private function eachRow(\Closure $do): void
    {
        foreach ($this->corners as $number => [$left, $top]) {
            for ($row = 0; $row < $this->tall; ++$row) {
                $do(($number * $this->tall + $row) * $this->width, ($top + $row) * $this->across + $left);
            }
        }
    }
}
