<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Cube\Occupancy;

/** Where in its encoding a picture has colours, counted by libvips; to be used in a process of its own. */
final class ColourCount
{
    /** Shares of a picture's rows after which one that is being decoded is counted on: the last of them is what is waited for. */
    private const PARTS = [0.4, 0.7, 0.88, 1.0];
    private const WAIT_MICROSECONDS = 500;

    /** A byte for each part of the encoding: red across, green down, blue as bands; zero where nothing was found. */
    private string $found;

    public function __construct()
    {
        $this->found = str_repeat("\0", Occupancy::BINS ** 3);
    }

    /**
     * Counts a picture while another process decodes it.
     *
     * @param Pixels          $pixels as they will be
     * @param \Closure(): int $rows   how many are there
     *
     * @return string for Occupancy
     */
    public static function following(Pixels $pixels, \Closure $rows): string
    {
        $count = new self();
        $from = 0;
        $decoder = posix_getppid();
        foreach (self::PARTS as $share) {
            $to = (int) round($share * $pixels->height);
            while ($rows() < $to) {
                usleep(self::WAIT_MICROSECONDS);
                if (posix_getppid() !== $decoder) {
                    // Stopped, or killed by what it decodes: nobody waits for this any more.
                    posix_kill((int) getmypid(), \SIGKILL);
                }
            }
            $count->add($pixels, $from, $to);
            $from = $to;
        }

        return $count->bins();
    }

    public static function of(Pixels ...$pictures): string
    {
        $count = new self();
        foreach ($pictures as $pixels) {
            $count->add($pixels, 0, $pixels->height);
        }

        return $count->bins();
    }

    private function add(Pixels $pixels, int $from, int $to): void
    {
        if ($to === $from) {
            return;
        }
        $rows = VipsImage::over($pixels->shared(), $pixels->width, $to - $from, $pixels->channels(), $pixels->bits, $from * $pixels->width * $pixels->bytesPerPixel());
        // What is more than a byte holds stays at its end: all that matters is whether there is any.
        $bytes = new SharedBytes(\strlen($this->found));
        $rows->colours()->colourCounts(Occupancy::BINS)->cast(SampleFormat::Byte)->into($bytes);
        $this->found |= $bytes->toString();
    }

    private function bins(): string
    {
        $bins = Occupancy::BINS;
        $some = str_repeat(Occupancy::NONE, $bins ** 3);
        for ($at = strspn($this->found, "\0"); $at < $bins ** 3; $at += 1 + strspn($this->found, "\0", $at + 1)) {
            $blue = $at % $bins;
            $red = intdiv($at, $bins) % $bins;
            $green = intdiv($at, $bins * $bins);
            $some[($red * $bins + $green) * $bins + $blue] = Occupancy::SOME;
        }

        return $some;
    }
}
