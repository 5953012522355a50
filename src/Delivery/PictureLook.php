<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Files\FileName;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Preview;
use Tovrin\Core\Grade\Fit;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Reading\ColourSample;

/** A look for pictures that are in no set: as it is, or fitted to each; after another one that they begin with. */
final readonly class PictureLook
{
    /** What pictures become that are not written in the form they had, by the ending of their name. */
    private const ENDINGS = ['heic' => 'tif', 'heif' => 'tif', '' => 'jpg'];

    /**
     * @param bool       $fit   whether the look follows each picture's own colours
     * @param Grade|null $start what pictures begin with, always fitted; null for nothing
     */
    public function __construct(private Grade $look, private bool $fit, private ?Grade $start = null)
    {
    }

    /**
     * The grade of one picture.
     *
     * @param string $picture path of the file
     *
     * @throws PictureError when it has to be fitted and cannot be read
     */
    public function of(string $picture): Grade
    {
        if (!$this->fit && null === $this->start) {
            return $this->look;
        }
        $pixels = Preview::of(PictureFile::read($picture, $picture));
        $colours = ColourSample::of($pixels->bytes(), $pixels->width, $pixels->height)->colours();
        $fitted = static fn (Grade $look): Grade => Fit::to($look, $colours, '', static fn (): array => Grain::ofPlainParts($pixels->bytes(), $pixels->width, $pixels->height));
        $own = $this->fit ? $fitted($this->look) : $this->look;

        return null === $this->start ? $own : (new Grade([], $own->name, $own->edges))->followedBy($fitted($this->start), Grades::newId(...))->followedBy($own, Grades::newId(...));
    }

    /**
     * What a picture is called that went through a look: after both, in the form it had, so that none passes for the original.
     *
     * @param string $look name of the look
     */
    public static function fileName(string $picture, string $look): string
    {
        $ending = strtolower(pathinfo($picture, \PATHINFO_EXTENSION));
        $format = FileFormats::ofEnding($ending);
        $slug = FileName::slug($look);

        return pathinfo($picture, \PATHINFO_FILENAME).'-'.('' === $slug ? 'graded' : $slug).'.'.(null === $format ? self::ENDINGS[$ending] ?? $ending : $format::endings()[0]);
    }
}
