<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;

/**
 * The pixels of a strip that are mixed, one after another: half of a strip is what lies around them. They fill an image of their own, whose
 * shape means nothing, so that it can be worked on like any other.
 */
final readonly class MixedRuns
{
    /** Pixels that are not mixed and are taken along all the same, since a run more costs as much. */
    private const TOGETHER = 24;
    /** Pixels of a row of the image. */
    private const WIDTH = 1024;
    /** What of a run says where it begins. */
    private const IN_STRIP = 1;
    private const IN_PICTURE = 2;

    public int $width;
    public int $height;

    /**
     * @param list<array{0: int, 1: int, 2: int, 3: int}> $runs  where each begins among the mixed pixels, in the strip and in the picture, and how many
     *                                                           pixels it has
     */
    private function __construct(private Strip $strip, private array $runs, int $count)
    {
        $this->width = self::WIDTH;
        $this->height = max(1, intdiv($count + self::WIDTH - 1, self::WIDTH));
    }

    /** @param string $sureness a byte for each pixel of the strip: "\0" for those that are not mixed */
    public static function of(Strip $strip, string $sureness): self
    {
        $runs = [];
        $count = 0;
        foreach ($strip->pieces as [$left, $top, $wide, $piece]) {
            for ($row = 0; $row < $strip->height; ++$row) {
                $begin = $row * $strip->width + $piece;
                $end = $begin + $wide;
                for ($at = $begin + strspn($sureness, "\0", $begin, $wide); $at < $end; $at = $past + $gap) {
                    $past = $at;
                    do {
                        $past += strcspn($sureness, "\0", $past, $end - $past);
                        $gap = strspn($sureness, "\0", $past, $end - $past);
                        $joined = $gap < self::TOGETHER && $past + $gap < $end;
                        $past += $joined ? $gap : 0;
                    } while ($joined);
                    $runs[] = [$count, $at, ($top + $row) * $strip->across + $left + $at - $begin, $past - $at];
                    $count += $past - $at;
                }
            }
        }

        return new self($strip, $runs, $count);
    }

    public function isEmpty(): bool
    {
        return [] === $this->runs;
    }

    /** Those of an image that is as large as the picture or is brought to its size in straight lines. To be called in a process of its own. */
    public function drawn(VipsImage $image, int $bits): VipsImage
    {
        return VipsImage::over($this->ofStrip($this->strip->of($image, $bits), $image->bands() * intdiv($bits, 8)), $this->width, $this->height, $image->bands(), $bits);
    }

    /** The mixed pixels of a strip with so many bytes a pixel. */
    public function ofStrip(SharedBytes $strip, int $pixel): SharedBytes
    {
        return $this->gathered($strip, $pixel, self::IN_STRIP);
    }

    /** The picture's own. */
    public function ofPicture(Pixels $picture): SharedBytes
    {
        return $this->gathered($picture->shared(), $picture->bytesPerPixel(), self::IN_PICTURE);
    }

    /** @param 1|2 $where of a run, where it begins in what they are taken from */
    private function gathered(SharedBytes $source, int $pixel, int $where): SharedBytes
    {
        $memory = new SharedBytes($pixel * $this->width * $this->height);
        foreach ($this->runs as $run) {
            $memory->copy($run[0] * $pixel, $source, $run[$where] * $pixel, $run[3] * $pixel);
        }

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
        foreach ($this->runs as [$at, , $inPicture, $count]) {
            if (!$picture->alpha) {
                $target->copy($inPicture * $pixel, $colours, $at * $three, $count * $three);
                continue;
            }
            for ($i = 0; $i < $count; ++$i) {
                $target->copy(($inPicture + $i) * $pixel, $colours, ($at + $i) * $three, $three);
            }
        }
    }
}
