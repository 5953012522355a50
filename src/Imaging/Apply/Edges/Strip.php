<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;

/** Some pieces of a picture, all as tall as one another, side by side: where its mixed pixels are. See MixedRuns for these alone. */
final readonly class Strip
{
    /** Rows of the edges' pictures that are taken together: fewer would be more pieces, more would be more around them. */
    private const ROWS = 4;
    private const PROCESSES = 2;

    /**
     * @param list<array{0: int, 1: int, 2: int, 3: int}> $pieces left, top and width of each in pixels of the picture, and where it begins in the strip
     */
    private function __construct(public array $pieces, public int $width, public int $height, public int $across, private int $down)
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
    public function of(VipsImage $image, int $bits): SharedBytes
    {
        $memory = new SharedBytes($image->bands() * intdiv($bits, 8) * $this->width * $this->height);
        $this->fill($memory, $image, $bits, $this->pieces);

        return $memory;
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
}
