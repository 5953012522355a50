<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsImage;

/**
 * The colours on both sides of the lines in a picture, as far as these are no wider than a few pixels of it.
 *
 * What is surely of one side and some pixels away from the line is that side's core. Its colours are spread beyond it, near ones counting
 * most, by a pyramid (T. Germer, T. Uelwer, S. Conrad, S. Harmeling, "Fast Multi-Level Foreground Estimation", 2020, has the idea).
 */
final readonly class EdgeScale
{
    /** Weights from which on a pixel is caught, and below which it is not. */
    public const CAUGHT = 0.6;
    private const FREE = 0.1;
    /** Pixels between a line and the core of what is caught, and of what is not: the blur of an edge lies between them. */
    private const CORE = 1;
    private const OUT = 2;
    /** Pixels from a core beyond which what is caught has none. */
    private const THIN = 2;
    /** Below the mean of four pixels of 255, and of two. */
    private const WHOLE = 254.0;
    private const HALF = 127.0;
    /** Colours are spread from as far as this many halvings reach. */
    private const HALVINGS = 3;
    /** How much a coarser level counts against a finer one. */
    private const COARSER = 0.05;
    /** A core is near in full where this share of the square around is core, whose half side is so many of its pixels. */
    private const NEAR = 16.0;
    private const AROUND = 3;
    private const LEAST = 1e-6;

    /** All of them are half as wide and high as the picture. */
    private function __construct(public VipsImage $inside, public VipsImage $outside, public VipsImage $near)
    {
    }

    /**
     * @param VipsImage $linear linear red, green, blue and 1, as floats, half as wide and high
     * @param VipsImage $weight how much each pixel is reached, 0…1, as floats
     */
    public static function of(VipsImage $linear, VipsImage $weight): self
    {
        $caught = $weight->above(self::CAUGHT)->inMemory();
        $core = $caught->eroded(self::CORE)->halved()->above(self::WHOLE)->inMemory();
        // What is too thin to have a core is one itself.
        $core = $core->or($caught->halved()->above(self::HALF)->and($core->dilated(self::THIN)->below(1.0)));
        [$inside, $outside] = [self::masked($linear, $core), self::masked($linear, $weight->below(self::FREE)->inMemory()->eroded(self::OUT)->halved()->above(self::WHOLE))];
        $near = $inside->band(3)->boxed(self::AROUND)->inMemory()->smaller($outside->band(3)->boxed(self::AROUND)->inMemory())->linear(self::NEAR, 0.0);
        [$one, $other] = self::purer($linear, $inside, $outside);

        return new self($one->inMemory(), $other->inMemory(), $near->unit()->inMemory());
    }

    /**
     * Cores may still have some of the other side in them, thin ones above all: what has more of it counts less.
     *
     * @return array{VipsImage, VipsImage} the colours of both, spread
     */
    private static function purer(VipsImage $linear, VipsImage $inside, VipsImage $outside): array
    {
        [$one, $other] = [self::spread($inside)->inMemory(), self::spread($outside)->inMemory()];
        $way = $one->subtract($other)->inMemory();
        $length = $way->dot($way)->linear(1.0, self::LEAST);
        $share = $linear->colours()->subtract($other)->dot($way)->divide($length)->unit();
        $pure = static function (VipsImage $share): VipsImage {
            $squared = $share->multiply($share);

            return $squared->multiply($squared)->cast(SampleFormat::Float)->inMemory();
        };

        return [self::spread($inside->multiply($pure($share))->cast(SampleFormat::Float)->inMemory()), self::spread($outside->multiply($pure($share->linear(-1.0, 1.0)))->cast(SampleFormat::Float)->inMemory())];
    }

    /** Colours where a mask is 255, black elsewhere. */
    private static function masked(VipsImage $linear, VipsImage $mask): VipsImage
    {
        return $linear->multiply($mask->asShare())->cast(SampleFormat::Float)->inMemory();
    }

    /** Colours where there are any, and around them the mean of what is near. */
    private static function spread(VipsImage $masked): VipsImage
    {
        $levels = [$masked];
        for ($i = 0; $i < self::HALVINGS && min($levels[$i]->width(), $levels[$i]->height()) >= 4; ++$i) {
            $levels[] = $levels[$i]->halved()->inMemory();
        }
        $sum = array_pop($levels);
        while ([] !== $levels) {
            $finer = array_pop($levels);
            $sum = $finer->add($sum->linear(self::COARSER, 0.0)->enlarged($finer->width(), $finer->height()))->cast(SampleFormat::Float)->inMemory();
        }

        return $sum->colours()->divide($sum->band(3)->linear(1.0, 1e-12))->cast(SampleFormat::Float);
    }
}
