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
    /** The band behind the colours of a side. */
    private const SHARE = 3;

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
        $out = $weight->below(self::FREE)->inMemory()->eroded(self::OUT)->halved()->above(self::WHOLE);
        // Both sides as bands of one image: so small an image takes longer to ask for than to compute.
        $sides = $linear->multiply($core->asShare())->join($linear->multiply($out->asShare()))->cast(SampleFormat::Float)->inMemory();
        $around = $sides->band(self::SHARE)->join($sides->band(4 + self::SHARE))->boxed(self::AROUND)->inMemory();
        $near = $around->band(0)->smaller($around->band(1))->linear(self::NEAR, 0.0);
        $pure = self::purer($linear, $sides);

        return new self($pure->band(0, 3), $pure->band(3, 3), $near->unit()->inMemory());
    }

    /**
     * Cores may still have some of the other side in them, thin ones above all: what has more of it counts less.
     *
     * @param VipsImage $sides colours of the one side and their share, and of the other
     *
     * @return VipsImage the colours of both, spread: six bands
     */
    private static function purer(VipsImage $linear, VipsImage $sides): VipsImage
    {
        $spread = self::spread($sides)->inMemory();
        $other = $spread->band(3, 3)->inMemory();
        $way = $spread->band(0, 3)->subtract($other)->inMemory();
        $length = $way->dot($way)->linear(1.0, self::LEAST);
        $share = $linear->colours()->subtract($other)->dot($way)->divide($length)->unit();
        $shares = $share->join($share->linear(-1.0, 1.0))->cast(SampleFormat::Float)->inMemory();
        $squared = $shares->multiply($shares)->inMemory();
        $pure = $squared->multiply($squared)->inMemory();

        return self::spread($sides->band(0, 4)->multiply($pure->band(0))->join($sides->band(4, 4)->multiply($pure->band(1)))->cast(SampleFormat::Float)->inMemory())->inMemory();
    }

    /** Colours of both sides where there are any, and around them the mean of what is near. */
    private static function spread(VipsImage $sides): VipsImage
    {
        $levels = [$sides];
        for ($i = 0; $i < self::HALVINGS && min($levels[$i]->width(), $levels[$i]->height()) >= 4; ++$i) {
            $levels[] = $levels[$i]->halved()->inMemory();
        }
        $sum = array_pop($levels);
        while ([] !== $levels) {
            $finer = array_pop($levels);
            $sum = $finer->add($sum->linear(self::COARSER, 0.0)->enlarged($finer->width(), $finer->height()))->cast(SampleFormat::Float)->inMemory();
        }
        $colours = static fn (int $first): VipsImage => $sum->band($first, 3)->divide($sum->band($first + self::SHARE)->linear(1.0, 1e-12));

        return $colours(0)->join($colours(4))->cast(SampleFormat::Float);
    }
}
