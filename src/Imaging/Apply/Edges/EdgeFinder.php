<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Apply\GradeLink;
use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\Encoding\StandardRgb;

/**
 * Finds, along every line where what a grade reaches ends, the two colours that pixels there are mixed of.
 *
 * At the edge of a thing a pixel is a mixture of thing and surroundings; its own colour is neither. Lines in focus are a pixel or two wide, others
 * dozens: so it is done at several scales, from fine to coarse, and a coarser one counts where the colours beside the line would be others still.
 */
final class EdgeFinder
{
    /** Pixels along the longer side that lines are looked for in. */
    private const SIDE = 1400;
    /** Scales, each half as fine as the one before. */
    private const SCALES = 4;
    /** Difference of the two colours, in levels of 8 bits, from which on they can be told apart; in full. */
    private const APART = [8.0, 20.0];
    /** The same of what is left of it without light and dark, which are alike in all channels, where only that counts. */
    private const APART_IN_COLOUR = [30.0, 60.0];
    private const COLOUR = [[2 / 3, -1 / 3, -1 / 3], [-1 / 3, 2 / 3, -1 / 3], [-1 / 3, -1 / 3, 2 / 3]];
    /** Halvings to the blocks that are looked through for what is reached, mean weight of one that has some, and blocks around that are taken along. */
    private const BLOCK = 4;
    private const SOME = 0.01;
    private const MARGIN = 4;
    /** Sureness up to which a pixel is left whole. */
    private const UNSURE = 0.3;
    /** Processes that work at once. */
    private const AT_ONCE = 2;
    /** Pixels that a picture has at least each way. */
    private const LEAST = 8;

    /**
     * @param array<string, SoughtLine> $lines   see EdgeLines
     * @param Pixels                    $picture the photo as it is looked at: sRGB, 8 bits, opaque
     * @param KeptLines|null            $kept    where what was found along a line of this photo is kept for the next time
     */
    public static function of(array $lines, Pixels $picture, ?KeptLines $kept = null): EdgePictures
    {
        $picture = PictureShape::reduce($picture, self::SIDE);
        if ([] === $lines || min($picture->width, $picture->height) < self::LEAST) {
            return EdgePictures::none();
        }
        $found = array_map(static fn (): EdgeLine => EdgeLine::reserved(intdiv($picture->width, 2), intdiv($picture->height, 2)), $lines);
        $missing = array_filter($found, static fn (EdgeLine $line, string $key): bool => !$line->fill($kept?->line($key)), \ARRAY_FILTER_USE_BOTH);
        $tasks = [];
        foreach ($missing as $key => $line) {
            if (\count($tasks) >= self::AT_ONCE) {
                array_shift($tasks)->result();
            }
            $tasks[] = Vips::begin(static function () use ($picture, $lines, $key, $line): string {
                Vips::withOneThread();
                self::find($lines[$key], $picture, $line);

                return '';
            });
        }
        array_map(static fn (ForkedTask $task): string => $task->result(), $tasks);
        foreach ($missing as $key => $line) {
            $kept?->keep($key, $line->toBytes());
        }

        return EdgeLine::together(array_values($found));
    }

    private static function find(SoughtLine $sought, Pixels $picture, EdgeLine $line): void
    {
        $weight = self::weight(GradeLink::matte($sought->grade, \count($sought->grade->moves) - 1, $picture));
        [$left, $top, $across, $down] = self::around($weight);
        if ($across > 0) {
            $found = self::line(self::halvings(self::linear($picture->image()->area($left, $top, $across, $down))), self::halvings($weight->area($left, $top, $across, $down)->inMemory()), $sought->ofHues)->inMemory();
            $line->put($found->within(intdiv($left, 2), intdiv($top, 2), $line->width, $line->height)->inMemory());
        }
    }

    /**
     * The part of a picture that lines can be in: most reaches take in some things of many.
     *
     * @return array{int, int, int, int} left, top, width and height; no width for none
     */
    private static function around(VipsImage $weight): array
    {
        $small = $weight;
        for ($i = 0; $i < self::BLOCK && min($small->width(), $small->height()) >= 2; ++$i) {
            $small = $small->halved()->inMemory();
        }
        [$across, $down, $block] = [$small->width(), $small->height(), intdiv($weight->width(), $small->width())];
        $bytes = new SharedBytes($across * $down);
        $small->above(self::SOME)->into($bytes);
        $rows = array_filter(str_split($bytes->toString(), max(1, $across)), static fn (string $row): bool => '' !== trim($row, "\0"));
        if ([] === $rows) {
            return [0, 0, 0, 0];
        }
        $left = min(array_map(static fn (string $row): int => strspn($row, "\0"), $rows)) - self::MARGIN;
        $right = max(array_map(static fn (string $row): int => \strlen(rtrim($row, "\0")), $rows)) + self::MARGIN;
        [$top, $bottom] = [array_key_first($rows) - self::MARGIN, array_key_last($rows) + 1 + self::MARGIN];
        [$left, $top] = [max(0, $left) * $block, max(0, $top) * $block];

        return [$left, $top, ($right >= $across ? $weight->width() : $right * $block) - $left, ($bottom >= $down ? $weight->height() : $bottom * $block) - $top];
    }

    /** Linear red, green, blue and 1. */
    private static function linear(VipsImage $picture): VipsImage
    {
        $colours = (new CurveTables(StandardRgb::encoding()))->linear($picture->colours());

        return $colours->join($colours->band(0)->linear(0.0, 1.0))->cast(SampleFormat::Float)->inMemory();
    }

    private static function weight(Pixels $matte): VipsImage
    {
        return $matte->image()->band(0)->linear(1 / SampleFormat::Word->most(), 0.0)->cast(SampleFormat::Float)->inMemory();
    }

    /** @return non-empty-list<VipsImage> an image at each of the scales */
    private static function halvings(VipsImage $image): array
    {
        $images = [$image];
        for ($i = 1; $i <= self::SCALES && min($images[$i - 1]->width(), $images[$i - 1]->height()) >= 2 * self::LEAST; ++$i) {
            $images[] = $images[$i - 1]->halved()->inMemory();
        }

        return $images;
    }

    /**
     * What lies beside the lines of one reach: the eight bands of the pictures in levels of 8 bits, and how clear the line is.
     *
     * @param non-empty-list<VipsImage> $linear
     * @param non-empty-list<VipsImage> $weights at the same scales
     * @param bool                      $ofHues  see SoughtLine
     */
    private static function line(array $linear, array $weights, bool $ofHues): VipsImage
    {
        $found = AcrossScales::found($linear, $weights);
        $found = Gloss::within($found, $linear[1], $weights)->inMemory();
        $curves = new CurveTables(StandardRgb::encoding());
        [$inside, $outside] = [$curves->encoded($found->band(0, 3), 8)->inMemory(), $curves->encoded($found->band(3, 3), 8)->inMemory()];
        $difference = $inside->linear(1.0, 0.0)->subtract($outside)->inMemory();
        $apart = $difference->dot($difference)->inMemory();
        // Squared, as the difference is.
        $clear = $apart->ramp(self::APART[0] ** 2, self::APART[1] ** 2);
        if ($ofHues) {
            $colour = $difference->recombined(self::COLOUR)->inMemory();
            $clear = $clear->multiply($colour->dot($colour)->ramp(self::APART_IN_COLOUR[0] ** 2, self::APART_IN_COLOUR[1] ** 2));
        }
        // What is hardly sure would only be worked on for nothing.
        $near = $found->band(6)->multiply($clear)->ramp(self::UNSURE, 1.0)->inMemory();
        $sureness = $near->linear(255.0, 0.5)->cast(SampleFormat::Byte);

        return $inside->join($sureness, $outside, $sureness, $near->multiply($apart))->cast(SampleFormat::Float);
    }
}
