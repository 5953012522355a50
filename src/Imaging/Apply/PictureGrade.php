<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Apply\Edges\EdgeFinder;
use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Apply\Edges\MixedPixels;
use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Imaging\PreviewColours;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Planes;

/** What takes one picture's pixels to the finished ones: whether the grade asks where they lie or not, and mixed ones taken apart where it says so. */
final readonly class PictureGrade
{
    private function __construct(private GradeLink|LutStack $link, private ?MixedPixels $mixed, private EncodingTransform $transform, public Exactness $exactness)
    {
    }

    /**
     * @param int|null          $lattice nodes along each axis; null is as few as keep what is promised
     * @param EdgePictures|null $edges   where pixels of the picture are mixed, if that is known already
     */
    public static function of(Grade $grade, EncodingTransform $transform, Pixels $pixels, ?int $lattice, ?EdgePictures $edges = null): self
    {
        $mixed = Edges::Unmixed === $grade->edges ? MixedPixels::of($edges ?? self::edges($grade, $pixels), $pixels) : null;
        $more = null === $mixed ? [] : [$mixed->inside, $mixed->outside];
        $planes = Planes::of($grade);
        $link = 0 === $planes->count() ? GradeLink::of($grade, $transform, $pixels, $lattice, $more) : LutStack::of($grade, $transform, $pixels, PlanePictures::of($planes, $pixels), $lattice, $more);

        return new self($link, $mixed, $transform, $link->exactness);
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
            $graded = fn (Pixels $side): Pixels => $this->link instanceof LutStack ? $this->link->inStrip($side->copy(), $this->mixed->strip) : $this->link->apply($side->copy(), static function (): void {}, 16, $colours);
            $this->mixed->into($finished, $graded($this->mixed->inside), $graded($this->mixed->outside), $this->transform->to);
        }

        return $finished;
    }

    /** Where the picture's pixels are mixed: as it is looked at, so that screen and file take the same apart. */
    private static function edges(Grade $grade, Pixels $pixels): EdgePictures
    {
        return [] === EdgeFinder::lines($grade) ? EdgePictures::none() : EdgeFinder::of($grade, PreviewColours::srgb(PictureShape::reducedDeep($pixels, PictureShape::PREVIEW_SIDE)));
    }
}
