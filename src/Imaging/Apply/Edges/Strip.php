<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;

/** Some pieces of a picture, all as tall as one another, side by side: what is worked on where only a little of a picture matters. */
final readonly class Strip
{
    /** Rows of the edges' pictures that are taken together: fewer would be more pieces, more would be more around them. */
    private const ROWS = 4;
    private const PROCESSES = 2;

    /**
     * @param list<array{0: int, 1: int, 2: int, 3: int}> $pieces left, top and width of each in pixels of the picture, and where it begins in the strip
     */
    private function __construct(private array $pieces, public int $width, public int $height, private int $across, private int $down)
    {
    }

    /** The parts of a picture in which pixels are mixed. */
    public static function mixed(EdgePictures $edges, Pixels $picture): self
    {
        [$across, $down] = [$picture->width / $edges->width, $picture->height / $edges->height];
        $tall = min($picture->height, (int) ceil(self::ROWS * $down) + 1);
        $pieces = [];
        $width = 0;
        foreach ($edges->runs(self::ROWS) as [$first, $past, $row]) {
            $left = (int) ($first * $across);
            $wide = min($picture->width, (int) ceil($past * $across)) - $left;
            // The last ones in a column overlap those above, which does no harm.
            $pieces[] = [$left, min((int) ($row * $down), $picture->height - $tall), $wide, $width];
            $width += $wide;
        }

        return new self($pieces, $width, $tall, $picture->width, $picture->height);
    }

    /** The pieces of an image, which is as large as the picture or is brought to its size in straight lines. To be called in a process of its own. */
    public function of(VipsImage $image, int $bits): VipsImage
    {
        $memory = new SharedBytes($image->bands() * intdiv($bits, 8) * $this->width * $this->height);
        $this->fill($memory, $image, $bits, $this->pieces);

        return VipsImage::over($memory, $this->width, $this->height, $image->bands(), $bits);
    }

    /**
     * The same by several processes, since an image is computed piece by piece in one.
     *
     * @param \Closure(): VipsImage $image
     */
    public function shared(\Closure $image, int $bands, int $bits): SharedBytes
    {
        $memory = new SharedBytes($bands * intdiv($bits, 8) * $this->width * $this->height);
        $tasks = array_map(fn (array $pieces): ForkedTask => Vips::begin(function () use ($memory, $image, $bits, $pieces): string {
            $this->fill($memory, $image(), $bits, $pieces);

            return '';
        }), array_chunk($this->pieces, max(1, (int) ceil(\count($this->pieces) / self::PROCESSES))));
        foreach ($tasks as $task) {
            $task->result();
        }

        return $memory;
    }

    /** @param list<array{0: int, 1: int, 2: int, 3: int}> $pieces */
    private function fill(SharedBytes $memory, VipsImage $image, int $bits, array $pieces): void
    {
        $full = $image->width() === $this->across && $image->height() === $this->down ? $image : $image->enlarged($this->across, $this->down);
        $region = $full->region();
        $pixel = $image->bands() * intdiv($bits, 8);
        foreach ($pieces as [$left, $top, $wide, $at]) {
            $part = $region->part($left, $top, $wide, $this->height);
            for ($row = 0; $row < $this->height; ++$row) {
                $part->rowInto($memory, ($row * $this->width + $at) * $pixel, $row * $wide * $pixel, $wide * $pixel);
            }
        }
    }

    /** The picture's own pixels in the pieces. */
    public function taken(Pixels $picture): SharedBytes
    {
        $pixel = $picture->bytesPerPixel();
        $memory = new SharedBytes($pixel * $this->width * $this->height);
        $source = $picture->shared();
        $this->eachRow(static function (int $inStrip, int $inPicture, int $wide) use ($memory, $source, $pixel): void {
            $memory->copy($inStrip * $pixel, $source, $inPicture * $pixel, $wide * $pixel);
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
        $this->eachRow(static function (int $inStrip, int $inPicture, int $wide) use ($colours, $picture, $pixel, $three, $target): void {
            if (!$picture->alpha) {
                $target->copy($inPicture * $pixel, $colours, $inStrip * $three, $wide * $three);

                return;
            }
            for ($column = 0; $column < $wide; ++$column) {
                $target->copy(($inPicture + $column) * $pixel, $colours, ($inStrip + $column) * $three, $three);
            }
        });
    }

    /** @param \Closure(int, int, int): void $do told the pixel a row of a piece begins at, in the strip and in the picture, and how many pixels it has */
    private function eachRow(\Closure $do): void
    {
        foreach ($this->pieces as [$left, $top, $wide, $at]) {
            for ($row = 0; $row < $this->height; ++$row) {
                $do($row * $this->width + $at, ($top + $row) * $this->across + $left, $wide);
            }
        }
    }
}
