<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsImage;

/**
 * The colours on both sides of a line, from scale to scale: those farther from it count where colours go on changing away from it, as they do at an
 * edge out of focus.
 *
 * Such an edge has half of its change still to come at the next scale, which is twice as far from the line. A sharp one has nearly all
 * of it behind it at once; what changes beside it is shade or a reflection. So small changes count only where a finer scale has shown the edge to be
 * out of focus, and large ones always.
 */
final class AcrossScales
{
    /** Share of the way from side to side that is still to come: not at all; so much that this counts, in any case. */
    private const GOES_ON = [0.2, 0.4];
    /** The same where the edge is out of focus. */
    private const GOES_ON_UNSHARP = [0.02, 0.08];
    /** Share still to come that no sharp edge has; that an edge out of focus has. */
    private const UNSHARP = [0.09, 0.15];
    /** Of linear light: IEC 61966-2-1. */
    private const LUMINANCE = [0.2126, 0.7152, 0.0722];
    /** Pixels around that a line speaks for. */
    private const AROUND = 3;
    /** A line speaks in full where its sureness is this part of 1 in the mean of what lies around. */
    private const CLEAR = 10.0;
    private const HAIR = 1e-6;

    /**
     * @param non-empty-list<VipsImage> $linear  linear red, green, blue and 1, each half as wide and high as the one before
     * @param non-empty-list<VipsImage> $weights how much each pixel is reached, at the same scales
     *
     * @return VipsImage inside, outside, near: seven bands, of the second size
     */
    public static function found(array $linear, array $weights): VipsImage
    {
        $own = $known = [];
        for ($i = 0, $scales = \count($linear) - 1; $i < $scales; ++$i) {
            $scale = EdgeScale::of($linear[$i + 1], $weights[$i]);
            $own[] = $scale->inside->join($scale->outside, $scale->near)->inMemory();
            $known[] = $own[$i]->band(6)->boxed(self::AROUND)->inMemory();
        }
        \assert([] !== $own);
        $unsharp = [];
        for ($i = 0; $i + 1 < \count($own); ++$i) {
            $unsharp[] = self::unsharp($own[$i], $own[$i + 1], $known[$i], 0 === $i ? null : $unsharp[$i - 1]->halved());
        }
        $found = $own[\count($own) - 1];
        for ($i = \count($own) - 2; $i >= 0; --$i) {
            $found = self::together($own[$i], self::enlarged($found, $own[$i]), $known[$i], $unsharp[$i])->inMemory();
        }

        return $found;
    }

    /**
     * Where edges are out of focus, 0 to 1, as two scales and all finer ones show.
     *
     * @param VipsImage      $known  how near lines are, in the mean of what lies around
     * @param VipsImage|null $before what the finer ones show
     */
    private static function unsharp(VipsImage $finer, VipsImage $coarser, VipsImage $known, ?VipsImage $before): VipsImage
    {
        $here = self::beside($finer, self::toCome($finer, self::enlarged($coarser, $finer)), $known)->ramp(...self::UNSHARP)->cast(SampleFormat::Float)->inMemory();

        return null === $before ? $here : $here->larger($before)->inMemory();
    }

    /** The mean of something beside lines, in which what lies nearer to one counts more. */
    private static function beside(VipsImage $scale, VipsImage $value, VipsImage $known): VipsImage
    {
        return $value->multiply($scale->band(6))->cast(SampleFormat::Float)->inMemory()->boxed(self::AROUND)->divide($known->linear(1.0, self::HAIR));
    }

    private static function enlarged(VipsImage $image, VipsImage $to): VipsImage
    {
        return $image->enlarged($to->width(), $to->height())->inMemory();
    }

    /** Share of the way from side to side that a coarser scale has and a finer one has not. */
    private static function toCome(VipsImage $finer, VipsImage $coarser): VipsImage
    {
        $way = $coarser->band(0, 3)->subtract($coarser->band(3, 3))->inMemory();
        $length = $way->dot($way)->linear(1.0, self::HAIR)->inMemory();
        $along = static fn (VipsImage $from, VipsImage $to): VipsImage => $from->subtract($to)->dot($way)->divide($length);
        // As bright as farther away: what is nearer may lie in shade, and that is no mixture.
        $bright = static fn (VipsImage $image): VipsImage => $image->recombined([self::LUMINANCE])->linear(1.0, self::HAIR);
        $ratio = static fn (int $first): VipsImage => $bright($coarser->band($first, 3))->divide($bright($finer->band($first, 3)))->inMemory();
        [$within, $beyond] = [$ratio(0), $ratio(3)];
        // What is brighter before something dark is no shade, but light of the thing.
        $beyond = $beyond->above(1.0)->choosing($beyond, $beyond->linear(0.0, 1.0));
        $inside = $along($coarser->band(0, 3), $finer->band(0, 3)->multiply($within))->unit();
        $outside = $along($finer->band(3, 3)->multiply($beyond), $coarser->band(3, 3))->unit();

        return $inside->add($outside)->inMemory();
    }

    /**
     * A finer scale, and a coarser one where colours go on changing away from the line.
     *
     * @param VipsImage $finer   inside, outside, near: seven bands
     * @param VipsImage $coarser the same, of the same size
     * @param VipsImage $known   how near lines are, in the mean of what lies around
     * @param VipsImage $unsharp where edges are known to be out of focus
     */
    private static function together(VipsImage $finer, VipsImage $coarser, VipsImage $known, VipsImage $unsharp): VipsImage
    {
        $toCome = self::toCome($finer, $coarser);
        [$any, $fine] = [$toCome->ramp(...self::GOES_ON)->inMemory(), $toCome->ramp(...self::GOES_ON_UNSHARP)->multiply($unsharp)->inMemory()];
        // Only beside a line there is anything to go by; what lies farther from it takes after it.
        $going = self::beside($finer, $any->larger($fine), $known);
        $clear = $known->linear(self::CLEAR, 0.0)->unit();
        $share = $clear->multiply($going->linear(1.0, -1.0))->linear(1.0, 1.0)->multiply($coarser->band(6)->above(self::HAIR)->asShare())->inMemory();

        return $finer->add($coarser->subtract($finer)->multiply($share))->cast(SampleFormat::Float);
    }
}
