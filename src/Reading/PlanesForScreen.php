<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Apply\GuidedFilter;
use Tovrin\App\Imaging\Apply\SoftSize;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Area\AreaRaster;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Format\AreaJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Plane;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Reading\Raster;

/** The planes of a grade as the browser draws them. */
final readonly class PlanesForScreen
{
    public function __construct(private PhotoColours $colours)
    {
    }

    /** Tells planes apart: the same for what draws the same. */
    public static function key(Plane $plane): string
    {
        return hash('xxh128', json_encode([null === $plane->area ? null : AreaJson::data($plane->area), $plane->soften, null === $plane->reach ? null : LookWriter::reach($plane->reach)], \JSON_THROW_ON_ERROR));
    }

    /**
     * The points of the areas, and how mattes are softened.
     *
     * @param int $most points along the longer side
     *
     * @return string four bytes that say how long the next is, least significant first; JSON: a list of key, area (width and height, or null) and
     *                soft (width, height, radius, epsilon, or null); then, from an even place on, 16 bits a point of each area, see AreaRaster
     */
    public function bytes(Photo $photo, Planes $planes, int $most): string
    {
        $frame = Frame::of($photo->width(), $photo->height());
        $list = [];
        $words = '';
        $raster = null;
        foreach ($planes->all as $plane) {
            $area = null;
            if (null !== $plane->area) {
                $raster = $plane->area->keepsToColour() ? $raster ?? $this->colours->raster($photo) : $raster;
                $area = AreaRaster::of($plane->area, $frame, $most, ...($raster instanceof Raster && $plane->area->keepsToColour() ? [$raster->rgb, $raster->width, $raster->height] : []));
                $words .= $area->words;
            }
            $soft = $plane->isSoftened() ? SoftSize::of($plane->soften, $frame) : null;
            $list[] = [
                'key' => self::key($plane),
                'area' => null === $area ? null : ['width' => $area->width, 'height' => $area->height],
                'soft' => null === $soft ? null : ['width' => $soft->width, 'height' => $soft->height, 'radius' => $soft->radius, 'epsilon' => GuidedFilter::EPSILON],
            ];
        }
        $json = json_encode($list, \JSON_THROW_ON_ERROR);
        $json .= 0 === \strlen($json) % 2 ? '' : ' ';

        return pack('V', \strlen($json)).$json.$words;
    }
}
