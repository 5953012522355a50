<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Apply\Edges\MixedPixels;
use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Imaging\PreviewColours;
use Tovrin\Core\Area\AreaRaster;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Plane;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Move\Kind\Shift;

/** The planes of a grade for one picture: on few points what the core computed, and from these at every pixel. */
final readonly class PlanePictures
{
    /**
     * @param list<AreaRaster|null> $areas by number of the plane
     * @param list<SoftRaster|null> $soft  the same
     */
    private function __construct(public Planes $planes, public Frame $frame, private array $areas, private array $soft)
    {
    }

    public static function of(Planes $planes, Pixels $picture): self
    {
        $frame = Frame::of($picture->width, $picture->height);
        $small = null;
        $areas = $soft = [];
        foreach ($planes->all as $plane) {
            if ($plane->isSoftened() || true === $plane->area?->keepsToColour()) {
                $small ??= PictureShape::reducedDeep($picture, Preview::SIDE);
            }
            $areas[] = null === $plane->area ? null : self::area($plane, $frame, $picture, $small);
            $soft[] = null === $small || !$plane->isSoftened() ? null : GuidedFilter::soften(self::matte($plane, $small), $small, SoftSize::of($plane->soften, $frame));
        }

        return new self($planes, $frame, $areas, $soft);
    }

    /**
     * What the planes are at places of the picture.
     *
     * @param array<int, float>                                                    $x   in shares of the width, 0…1
     * @param array<int, float>                                                    $y   in shares of the height
     * @param array{array<int, float>, array<int, float>, array<int, float>} $rgb the picture's colours there in its encoding, 0…1
     *
     * @return list<array<int, float>> by number of the plane
     */
    public function at(array $x, array $y, array $rgb, Colours $source): array
    {
        $values = [];
        foreach ($this->planes->all as $number => $plane) {
            $own = $plane->area?->weights($this->frame, $x, $y, $source) ?? array_fill(0, \count($x), 1.0);
            $soft = $this->soft[$number] ?? null;
            if (null !== $soft) {
                [$red, $green, $blue] = GuidedFilter::LUMA;
                $luma = [];
                foreach ($rgb[0] as $i => $value) {
                    $luma[] = $red * $value + $green * $rgb[1][$i] + $blue * $rgb[2][$i];
                }
                foreach ($soft->at($x, $y, $luma) as $i => $weight) {
                    $own[$i] *= $weight;
                }
            }
            $values[] = $own;
        }

        return $values;
    }

    /**
     * A plane at every pixel, with as many bits as the picture has: of 8 they are enough for 8. To be called in a process of its own.
     *
     * @param VipsImage $picture RGB image of any size with the same proportions
     */
    public function image(int $number, VipsImage $picture, int $bits): VipsImage
    {
        [$width, $height] = [$picture->width(), $picture->height()];
        [$area, $soft] = [$this->areas[$number] ?? null, $this->soft[$number] ?? null];

        return self::levels(null === $area ? null : PictureShape::spread(self::drawn($area, $bits), $width, $height), null === $soft ? null : self::softened(PictureShape::spread($soft->image(), $width, $height), $picture, $bits), $bits);
    }

    /**
     * A softened matte at some pixels.
     *
     * @param VipsImage $soft    see SoftRaster
     * @param VipsImage $colours of the pixels
     */
    private static function softened(VipsImage $soft, VipsImage $colours, int $bits): VipsImage
    {
        $format = SampleFormat::ofBits($bits);

        // A cast takes what is beyond its ends as these.
        return $soft->band(0)->multiply(GuidedFilter::luma($colours, $bits))->add($soft->band(1))->linear($format->most(), 0.5)->cast($format);
    }

    /** A plane of an area and a matte, at least one of which there is. */
    private static function levels(?VipsImage $drawn, ?VipsImage $matte, int $bits): VipsImage
    {
        if (null === $drawn || null === $matte) {
            return $drawn ?? $matte ?? throw new \LogicException('A plane is of an area, of a softened matte, or of both.');
        }
        $format = SampleFormat::ofBits($bits);

        return $matte->multiply($drawn)->linear(1 / $format->most(), 0.5)->cast($format);
    }

    /**
     * How much of the colours on one side of edges a plane's reach takes in as they are, where its matte is softened; null where it is not.
     *
     * @param Pixels $side 16 bits
     */
    public function reached(int $number, Pixels $side): ?Pixels
    {
        return null === ($this->soft[$number] ?? null) ? null : self::matte($this->planes->all[$number], $side);
    }

    /**
     * A plane in the mixed pixels of the picture, in 16 bits. To be called in a process of its own.
     *
     * A colour on one side of an edge has no noise, and is none of what lies beyond: the surer it is, the more it is reached as it is, and the less
     * as its softened matte says, which goes over the edge.
     *
     * @param VipsImage   $colours of one side, 16 bits
     * @param Pixels|null $reached how much of them, see reached()
     */
    public function ofMixed(int $number, VipsImage $colours, ?Pixels $reached, MixedPixels $mixed): VipsImage
    {
        [$area, $soft] = [$this->areas[$number] ?? null, $this->soft[$number] ?? null];
        $drawn = null === $area ? null : $mixed->runs->drawn(self::drawn($area, 16), 16);
        if (null === $soft || null === $reached) {
            return self::levels($drawn, null, 16);
        }
        $matte = self::softened($mixed->runs->drawn($soft->image(), 32), $colours, 16)->linear(1.0, 0.0);
        $sureness = VipsImage::over($mixed->sureness, $reached->width, $reached->height, 1, 8)->asShare();
        $matte = $matte->add($reached->image()->band(0)->linear(1.0, 0.0)->subtract($matte)->multiply($sureness))->linear(1.0, 0.5)->cast(SampleFormat::Word);

        return self::levels($drawn, $matte, 16);
    }

    /** Which of the planes are 0, 1 or something else in a part of the picture. */
    public function sureness(): PlaneSureness
    {
        return new PlaneSureness(array_map(
            static fn (?AreaRaster $area, ?SoftRaster $soft): array => [
                ...(null === $area ? [] : [[$area->words, 2 * $area->width, $area->width, $area->height]]),
                ...(null === $soft ? [] : [[$soft->sureness(), $soft->width, $soft->width, $soft->height]]),
            ],
            $this->areas,
            $this->soft,
        ));
    }

    private static function drawn(AreaRaster $area, int $bits): VipsImage
    {
        // The higher byte of a word is it in 8 bits.
        return 16 === $bits ? VipsImage::over($area->words, $area->width, $area->height, 1, 16) : VipsImage::over($area->words, $area->width, $area->height, 2, 8)->band(1);
    }

    private static function area(Plane $plane, Frame $frame, Pixels $picture, ?Pixels $small): AreaRaster
    {
        \assert(null !== $plane->area);
        $most = min(AreaRaster::MOST, max(AreaRaster::LEAST, $picture->width, $picture->height));
        if (null === $small || !$plane->area->keepsToColour()) {
            return AreaRaster::of($plane->area, $frame, $most);
        }
        // As the screen shows it, which is what the stroke was drawn on.
        $shown = PreviewColours::srgb($small->copy());

        return AreaRaster::of($plane->area, $frame, $most, $shown->bytes(), $shown->width, $shown->height);
    }

    /** What of a picture a plane's reach takes in, before it is softened. */
    private static function matte(Plane $plane, Pixels $small): Pixels
    {
        $grade = new Grade([new Move(new Shift(), reach: $plane->reach, id: 'm')]);

        return GradeLink::matte($grade, 0, $small);
    }
}
