<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Model\Mixture;
use Tovrin\Core\Model\ModelData;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Raster;

/** Studies pictures: what there is to know of them before anything is chosen. Takes a second or two. */
final class StudyMaker
{
    /** Colours are read at this width, where the noise of single pixels is averaged out and thin things still show. */
    private const WIDTH = 768;
    /** A picture of this many pixels or fewer is not worth a second process. */
    private const SMALL = 5_000;

    public static function study(Raster $picture): Study
    {
        $pixels = new Pixels($picture->width, $picture->height, 8, false, $picture->rgb);
        $reduced = PictureShape::reduce($pixels, self::WIDTH);
        [$columns, $rows] = ColourSample::grid($reduced->width, $reduced->height);
        $colours = ColourSample::of($reduced->bytes(), $reduced->width, $reduced->height)->colours();
        $calm = new ColourSample(PictureShape::resized($reduced, $columns, $rows)->bytes());
        $grain = Grain::of($picture->rgb, $picture->width, $picture->height);
        // The finest scale takes as long as all others.
        $fine = static fn (): Mixture => ColourModel::scale($colours, ColourModel::SCALES[3]);
        $aside = $colours->count() > self::SMALL ? new ForkedTask(static fn (): string => json_encode(ModelData::write(new ColourModel([$fine()])), \JSON_THROW_ON_ERROR)) : null;
        $scales = array_map(static fn (int $count): Mixture => ColourModel::scale($colours, $count), \array_slice(ColourModel::SCALES, 0, 3));
        if (null === $aside) {
            $scales[] = $fine();
        } else {
            /** @var array<string, mixed> $data */
            $data = json_decode($aside->result(), true, 16, \JSON_THROW_ON_ERROR);
            $scales[] = ModelData::read($data)->scales[0];
        }

        return Study::of($colours, $calm->colours(), $columns, new ColourModel($scales, $grain));
    }
}
