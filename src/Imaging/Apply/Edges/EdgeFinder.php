<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Apply\GradeLink;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;

/**
 * Finds, along every line where what a grade reaches ends, the two colours that pixels there are mixed of.
 *
 * At the edge of a thing a pixel is a mixture of thing and surroundings; its own colour is neither. Lines in focus are a pixel or two wide, others
 * dozens: so it is done at several scales, from fine to coarse, and a coarser one counts where the colours beside the line would be others still.
 */
final class EdgeFinder
{
    /** Scales, each half as fine as the one before. */
    private const SCALES = 5;
    /** Nodes of the lattice that weights are looked up on. */
    private const LATTICE = 33;
    /** Share of the way from side to side that colours still change to the next scale: not at all; so much that this counts. */
    private const GOES_ON = [0.02, 0.08];
    /** Of linear light: IEC 61966-2-1. */
    private const LUMINANCE = [0.2126, 0.7152, 0.0722];
    /** Difference of the two colours, in levels of 8 bits, from which on they can be told apart; in full. */
    private const APART = [8.0, 20.0];
    /** Pixels around that a line speaks for. */
    private const AROUND = 3;
    /** A line speaks in full where its sureness is this part of 1 in the mean of what lies around. */
    private const CLEAR = 10.0;
    /** Pixels that a picture has at least each way. */
    private const LEAST = 8;
    private const HAIR = 1e-6;

    /**
     * @param Pixels $picture the photo as it is looked at: sRGB, 8 bits, opaque
     * @param bool   $atRest  whether moves that do nothing yet count too
     */
    public static function of(Grade $grade, Pixels $picture, bool $atRest = false): EdgePictures
    {
        $moves = self::lines($grade, $atRest);
        if ([] === $moves || min($picture->width, $picture->height) < self::LEAST) {
            return EdgePictures::none();
        }
        $mattes = array_map(static fn (int $move): Pixels => self::matte($grade, $move, $picture), $moves);
        [$width, $height] = [intdiv($picture->width, 2), intdiv($picture->height, 2)];
        $size = $width * $height;
        [$inside, $outside, $near] = [new SharedBytes(4 * $size), new SharedBytes(4 * $size), new SharedBytes($size)];
        Vips::aside(static function () use ($picture, $mattes, $inside, $outside, $near): string {
            $both = self::drawn($picture, $mattes)->inMemory();
            $both->band(0, 4)->into($inside);
            $both->band(4, 4)->into($outside);
            $both->band(3)->into($near);

            return '';
        });

        return new EdgePictures($width, $height, $inside->toString(), $outside->toString(), EdgePictures::tilesOf($near->toString(), $width));
    }

    /** @return list<int> the moves whose reaches end somewhere */
    public static function lines(Grade $grade, bool $atRest = false): array
    {
        return array_values(array_filter(array_keys($grade->moves), static fn (int $index): bool => null !== $grade->moves[$index]->reach && ($atRest ? $grade->moves[$index]->on : $grade->moves[$index]->acts())));
    }

    private static function matte(Grade $grade, int $move, Pixels $picture): Pixels
    {
        $link = GradeLink::ofWeights($grade, $move, EncodingTransform::srgb(), $picture, self::LATTICE);

        return LittleCms::applyLink($link->bytes, $link->lattice, $picture->copy(), static function (): void {}, 16);
    }

    /**
     * Both pictures together, in eight bands.
     *
     * @param non-empty-list<Pixels> $mattes
     */
    private static function drawn(Pixels $picture, array $mattes): VipsImage
    {
        $colours = CurveTables::linear($picture->image(), StandardRgb::encoding());
        $linear = self::halvings($colours->join($colours->band(0)->linear(0.0, 1.0))->cast(SampleFormat::Float)->inMemory());
        $best = null;
        foreach ($mattes as $matte) {
            $weight = $matte->image()->band(0)->linear(1 / SampleFormat::Word->most(), 0.0)->cast(SampleFormat::Float)->inMemory();
            $own = self::line($linear, self::halvings($weight));
            // Where several reaches end, the line whose sides differ most tells most of a pixel.
            $best = null === $best ? $own : $own->band(8)->subtract($best->band(8))->above(0.0)->choosing($own, $best)->inMemory();
        }

        return $best->band(0, 8)->cast(SampleFormat::Byte);
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
     */
    private static function line(array $linear, array $weights): VipsImage
    {
        $found = null;
        \assert(\count($linear) > 1);
        for ($i = \count($linear) - 2; $i >= 0; --$i) {
            $scale = EdgeScale::of($linear[$i + 1], $weights[$i]);
            $own = $scale->inside->join($scale->outside, $scale->near)->inMemory();
            $found = null === $found ? $own : self::together($own, $found->enlarged($own->width(), $own->height())->inMemory())->inMemory();
        }
        $found = Gloss::within($found, $linear[1], $weights)->inMemory();
        $encoded = static fn (int $first): VipsImage => CurveTables::encoded($found->band($first, 3), StandardRgb::encoding(), 8);
        [$inside, $outside] = [$encoded(0)->inMemory(), $encoded(3)->inMemory()];
        $difference = $inside->linear(1.0, 0.0)->subtract($outside)->inMemory();
        $apart = $difference->multiply($difference)->recombined([[1.0, 1.0, 1.0]])->inMemory();
        // Squared, as the difference is.
        $clear = EdgeScale::unit($apart->linear(1 / (self::APART[1] ** 2 - self::APART[0] ** 2), -self::APART[0] ** 2 / (self::APART[1] ** 2 - self::APART[0] ** 2)));
        $near = $found->band(6)->multiply($clear)->inMemory();
        $sureness = $near->linear(255.0, 0.5)->cast(SampleFormat::Byte);

        return $inside->join($sureness, $outside, $sureness, $near->multiply($apart))->cast(SampleFormat::Float);
    }

    /**
     * A finer scale, and a coarser one where colours go on changing away from the line.
     *
     * @param VipsImage $finer   inside, outside, near: seven bands
     * @param VipsImage $coarser the same
     */
    private static function together(VipsImage $finer, VipsImage $coarser): VipsImage
    {
        $way = $coarser->band(0, 3)->subtract($coarser->band(3, 3))->inMemory();
        $length = $way->multiply($way)->recombined([[1.0, 1.0, 1.0]])->linear(1.0, self::HAIR)->inMemory();
        $along = static fn (VipsImage $from, VipsImage $to): VipsImage => $from->subtract($to)->multiply($way)->recombined([[1.0, 1.0, 1.0]])->divide($length);
        // As bright as farther away: what is nearer may lie in shade, and that is no mixture.
        $bright = static fn (VipsImage $image): VipsImage => $image->recombined([self::LUMINANCE])->linear(1.0, self::HAIR);
        $asBright = static fn (int $first): VipsImage => $finer->band($first, 3)->multiply($bright($coarser->band($first, 3))->divide($bright($finer->band($first, 3))));
        $ramp = static fn (VipsImage $share): VipsImage => EdgeScale::unit($share->linear(1 / (self::GOES_ON[1] - self::GOES_ON[0]), -self::GOES_ON[0] / (self::GOES_ON[1] - self::GOES_ON[0])));
        [$inside, $outside] = [$ramp($along($coarser->band(0, 3), $asBright(0)))->inMemory(), $ramp($along($asBright(3), $coarser->band(3, 3)))->inMemory()];
        $goesOn = $inside->subtract($outside)->above(0.0)->choosing($inside, $outside);
        // Only beside a line there is anything to go by; what lies farther from it takes after it.
        $near = $finer->band(6);
        $mean = array_fill(0, 2 * self::AROUND + 1, 1 / (2 * self::AROUND + 1));
        $known = $near->filtered($mean)->inMemory();
        $clear = EdgeScale::unit($known->linear(self::CLEAR, 0.0))->inMemory();
        $going = $goesOn->multiply($near)->filtered($mean)->divide($known->linear(1.0, self::HAIR));
        $share = $clear->multiply($going->linear(1.0, -1.0))->linear(1.0, 1.0)->multiply($coarser->band(6)->above(self::HAIR)->linear(1 / 255, 0.0))->inMemory();

        return $finer->add($coarser->subtract($finer)->multiply($share))->cast(SampleFormat::Float);
    }
}
