<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsImage;

/**
 * Gloss within a thing: it is lighter and paler than the thing's own colour, so that a reach by colour lets go of it by and by. But its pixels are
 * that colour and white, and can be taken apart as those of an edge can.
 */
final class Gloss
{
    /** Pixels at the scale that gaps are looked for at, up to twice as many of which a gap may be across. */
    private const GAP = 8;
    private const SCALE = 2;
    /** Weights up to which a pixel is not caught in full. */
    private const LET_GO = 0.9;
    /** How far from the way to white a pixel may lie, as a share of its distance from the thing's colour, squared. */
    private const BESIDE = 0.2;
    /** Share of the way to white from which on it is gloss. */
    private const LEAST = 0.01;
    private const HAIR = 1e-6;

    /**
     * @param VipsImage                 $found   inside, outside, near: seven bands
     * @param VipsImage                 $linear  the picture at that scale: linear red, green, blue and 1
     * @param non-empty-list<VipsImage> $weights how much each pixel is reached; the first is twice as wide and high
     *
     * @return VipsImage the same with white as the colour outside where there is gloss
     */
    public static function within(VipsImage $found, VipsImage $linear, array $weights): VipsImage
    {
        if (\count($weights) <= self::SCALE) {
            return $found;
        }
        $caught = $weights[self::SCALE]->above(EdgeScale::CAUGHT)->inMemory();
        // Framed, so that what lies between a thing and the picture's edge is no gap.
        $frame = 2 * self::GAP;
        $closed = $caught->within($frame, $frame, $caught->width() + 2 * $frame, $caught->height() + 2 * $frame)->dilated(self::GAP)->inMemory()->eroded(self::GAP)->area($frame, $frame, $caught->width(), $caught->height());
        $gaps = $closed->and(self::around($caught, $closed)->below(1.0))->and($weights[self::SCALE]->below(self::LET_GO))->dilated(1)->asShare()->cast(SampleFormat::Float)->enlarged($found->width(), $found->height());
        $inside = $found->band(0, 3);
        $from = $linear->colours()->subtract($inside)->inMemory();
        $way = $inside->linear(-1.0, 1.0)->inMemory();
        [$along, $length, $distance] = [$from->dot($way)->inMemory(), $way->dot($way)->linear(1.0, self::HAIR)->inMemory(), $from->dot($from)->linear(1.0, self::HAIR)->inMemory()];
        // Squared cosine of the angle between the way to the pixel and the way to white.
        $straight = $along->multiply($along)->divide($length->multiply($distance));
        $explained = $straight->ramp(1.0 - self::BESIDE, 1.0);
        $lighter = $along->divide($length)->above(self::LEAST)->asShare();
        $known = $inside->sum()->above(self::LEAST)->asShare();
        $gloss = $gaps->multiply($explained)->multiply($lighter)->multiply($known)->unit()->inMemory();
        $is = $gloss->subtract($found->band(6))->above(0.0);
        $white = $inside->linear(0.0, 1.0);

        return $is->choosing($inside->join($white, $gloss)->cast(SampleFormat::Float), $found);
    }

    /**
     * What hangs together with what lies around a thing: the narrow end of the hole in a handle is no gloss.
     *
     * @param VipsImage $caught 255 where the thing is
     * @param VipsImage $closed the same with its gaps
     */
    private static function around(VipsImage $caught, VipsImage $closed): VipsImage
    {
        $free = $caught->below(1.0)->inMemory();
        $around = $free->and($closed->below(1.0))->inMemory();
        for ($i = 0; $i < 2 * self::GAP; ++$i) {
            $around = $around->dilated(1)->and($free)->inMemory();
        }

        return $around;
    }
}
