<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Apply\Edges\MixedPixels;
use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Planes;

/** What takes one picture's pixels to the finished ones: whether the grade asks where they lie or not, and mixed ones taken apart where it says so. */
final readonly class PictureGrade
{
    /** Nodes along each axis for a matte, and for one that is a matter of place too. */
    private const MATTE_LATTICE = 65;
    private const PLANED_LATTICE = 49;

    /** @param RgbEncoding|null $mixedIn what two colours are mixed in again; null for shares, which are mixed as they are */
    private function __construct(private GradeLink|LutStack $link, private ?MixedPixels $mixed, private ?RgbEncoding $mixedIn, public Exactness $exactness)
    {
    }

    /**
     * @param int|null     $lattice nodes along each axis; null is as few as keep what is promised
     * @param EdgePictures $edges   those of the grade in the picture
     */
    public static function of(Grade $grade, EncodingTransform $transform, Pixels $pixels, ?int $lattice, EdgePictures $edges): self
    {
        $mixed = MixedPixels::of($edges, $pixels);
        $planes = Planes::of($grade);
        $link = 0 === $planes->count() ? GradeLink::of($grade, $transform, $pixels, $lattice, self::sides($mixed)) : LutStack::of($grade, $transform, $pixels, PlanePictures::of($planes, $pixels), $lattice, self::sides($mixed));

        return new self($link, $mixed, $transform->to, $link->exactness);
    }

    /** What gives how much each pixel is reached by a move, in all three channels. */
    public static function ofWeights(Grade $grade, int $move, Pixels $pixels, EdgePictures $edges): self
    {
        $mixed = MixedPixels::of($edges, $pixels);
        $transform = new EncodingTransform($pixels->colours->encoding, $pixels->colours->encoding);
        $planes = Planes::of($grade, [$move]);
        $link = 0 === $planes->count() ? GradeLink::ofWeights($grade, $move, $transform, $pixels, self::MATTE_LATTICE, self::sides($mixed)) : LutStack::ofWeights($grade, $move, $transform, $pixels, PlanePictures::of($planes, $pixels), self::PLANED_LATTICE, self::sides($mixed));

        return new self($link, $mixed, null, $link->exactness);
    }

    /**
     * Applies it to the picture, whose pixels may be written over.
     *
     * @param callable(float): void $progress told the share done, 0…1; may throw to stop
     * @param int                   $bits     8 or 16 a channel of the result
     * @param ColourTag|null        $colours  what the result means; as before unless given
     */
    public function apply(Pixels $picture, callable $progress, int $bits, ?ColourTag $colours = null): Pixels
    {
        $finished = $this->link->apply($picture, $progress, $bits, $colours);
        if (null !== $this->mixed) {
            $graded = fn (Pixels $side): Pixels => $this->link instanceof LutStack ? $this->link->ofMixed($side->copy(), $this->mixed) : $this->link->apply($side->copy(), static function (): void {}, 16, $colours);
            $this->mixed->into($finished, ...array_map($graded, $this->mixed->sides()), encoding: $this->mixedIn);
        }

        return $finished;
    }

    /** @return (\Closure(): list<Pixels>)|null */
    private static function sides(?MixedPixels $mixed): ?\Closure
    {
        // They are worked out while the grade's table is chosen.
        return null === $mixed ? null : static fn (): array => $mixed->sides();
    }
}
