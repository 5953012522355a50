<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Apply\Exactness;
use Tovrin\App\Imaging\Apply\PictureGrade;
use Tovrin\App\Imaging\Apply\Plates;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\App\Imaging\Encode\Format\Tiff;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Learning\PhotoEdges;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\HaldPng;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\LatticeChoice;
use Tovrin\Core\Grade\Plane;

/** Turns a grade into finished files: pictures, and the grade itself in open formats. */
final class Rendering
{
    public const DEFAULT_QUALITY = 92;
    private const COUNTED = 1 << 22;
    private const TOLD_SECONDS = 0.3;

    /** @var array{string, PictureGrade}|null the link that was computed last: the files of one photo come one after another */
    private static ?array $latest = null;

    /**
     * Makes a finished file of a photo.
     *
     * @param string                        $name     what to call the source in messages
     * @param string                        $target   the file to write, over what is there
     * @param callable(string, float): void $progress told the stage and the share done in all, 0…1; may throw to stop
     * @param (\Closure(): EdgePictures)|null $edges  gives those of the grade in the photo, asked when they are needed; null for looking for them
     *
     * @return Exactness|null null for what is no picture
     */
    public static function file(string $source, string $name, Grade $grade, ExportSpec $wanted, string $target, callable $progress, ?\Closure $edges = null): ?Exactness
    {
        if ($wanted->format->isGrade()) {
            return self::grade($grade, $target, $wanted->format->value, $wanted->lattice, $progress, $wanted->colourPart);
        }
        $writing = self::nowAndThen(static fn () => $progress('Writing the file', 0.8));
        if ($wanted->format->isMatte()) {
            $pixels = PictureShape::fitted(self::weights($source, $name, $grade, $wanted->move ?? 0, $progress, $edges), $wanted->side);
            PictureWriter::write($pixels, new Writing(ExportFormat::MatteTiff === $wanted->format ? Writing::GREY_TIFF : Writing::GREY), $target, $writing);

            return null;
        }
        [$pixels, $exactness] = self::graded($source, $name, $grade, $wanted, $progress, $edges);
        $pixels = PictureShape::fitted($pixels, $wanted->side, $wanted->sharpen);
        $progress('Writing the file', 0.7);
        if ($wanted->format->isPlate()) {
            $tone = ExportFormat::TonePlate === $wanted->format;
            PictureWriter::write($tone ? Plates::tone($pixels) : Plates::colour($pixels), new Writing($tone ? Writing::GREY : 'png', shallow: $wanted->isShallow($pixels->bits)), $target, $writing);
        } else {
            $metadata = $pixels->metadata->of($wanted->metadata, $pixels->width, $pixels->height, $pixels->colours->isSrgb());
            PictureWriter::write($pixels->saying(null, $metadata), $wanted->writing($pixels->bits), $target, $writing);
        }
        $progress('Writing the file', 0.95);

        return $exactness;
    }

    /**
     * @param callable(string, float): void   $progress
     * @param (\Closure(): EdgePictures)|null $edges
     *
     * @return array{Pixels, Exactness}
     */
    private static function graded(string $source, string $name, Grade $grade, ExportSpec $wanted, callable $progress, ?\Closure $edges): array
    {
        $pixels = PictureFile::read($source, $name, null, self::reading($progress), true);
        $tag = $wanted->profile->tag($pixels->colours);
        $transform = new EncodingTransform($pixels->colours->encoding, $tag->encoding);
        $depth = $wanted->depth($pixels->bits);
        if ($grade->isIdentity() && $transform->keepsEncoding()) {
            return [($depth > $pixels->bits ? PictureShape::deepened($pixels) : $pixels)->saying($tag), Exactness::untouched()];
        }
        $progress('Computing the grade', 0.3);
        $coloured = static fn (float $share) => $progress('Colouring', 0.4 + 0.25 * $share);
        $link = self::link($source, $grade, $transform, $pixels, $wanted, $edges);

        return [$link->apply($pixels, $coloured, $depth, $tag), $link->exactness];
    }

    /** @param (\Closure(): EdgePictures)|null $edges */
    private static function link(string $source, Grade $grade, EncodingTransform $transform, Pixels $pixels, ExportSpec $wanted, ?\Closure $edges): PictureGrade
    {
        $key = implode(' ', [$source, (string) @filemtime($source), (string) @filesize($source), $wanted->profile->value, (string) $wanted->lattice, hash('xxh128', LookWriter::write($grade))]);
        if (null === self::$latest || self::$latest[0] !== $key) {
            self::$latest = [$key, PictureGrade::of($grade, $transform, $pixels, $wanted->lattice, self::edges($edges, $pixels, $grade))];
        }

        return self::$latest[1];
    }

    /**
     * Writes how much each pixel is reached by a move, as a grey PNG of the picture's size; as a TIFF where its name ends so.
     *
     * @param string $name what to call the source in messages
     * @param int    $move index of the move
     *
     * @return float share of the picture that is reached by half or more, 0…1
     */
    public static function matte(string $source, string $name, Grade $grade, int $move, string $target): float
    {
        $pixels = self::weights($source, $name, $grade, $move, static function (): void {});
        AtomicFile::make($target, static fn (string $part) => PictureWriter::write($pixels, new Writing(Tiff::class === FileFormats::ofEnding(pathinfo($target, \PATHINFO_EXTENSION)) ? Writing::GREY_TIFF : Writing::GREY), $part));
        $reached = 0;
        $data = $pixels->bytes();
        for ($at = 0, $end = \strlen($data); $at < $end; $at += self::COUNTED) {
            // All three channels are the same.
            foreach (count_chars(substr($data, $at, self::COUNTED), 1) as $level => $count) {
                $reached += $level >= 128 ? $count : 0;
            }
        }

        return $reached / \strlen($data);
    }

    /**
     * How much each pixel is reached by a move, in all three channels alike, in 8 bits.
     *
     * @param callable(string, float): void   $progress
     * @param (\Closure(): EdgePictures)|null $edges
     */
    private static function weights(string $source, string $name, Grade $grade, int $move, callable $progress, ?\Closure $edges = null): Pixels
    {
        $pixels = PictureFile::read($source, $name, null, self::reading($progress), true);
        $progress('Computing the grade', 0.3);
        $weights = PictureGrade::ofWeights($grade, $move, $pixels, self::edges($edges, $pixels, $grade))->apply($pixels, static fn (float $share) => $progress('Colouring', 0.4 + 0.25 * $share), 8);

        return $weights->alpha ? PictureShape::withoutAlpha($weights) : $weights;
    }

    /** @param (\Closure(): EdgePictures)|null $edges */
    private static function edges(?\Closure $edges, Pixels $pixels, Grade $grade): EdgePictures
    {
        return null === $edges ? PhotoEdges::in($pixels, $grade) : $edges();
    }

    /**
     * Writes the grade itself, piece by piece: a fine table would take a lot of memory as a whole.
     *
     * @param string                        $format     cube, icc or hald
     * @param int|null                      $lattice    nodes along each axis; null is as few as keep colours all over sRGB near enough, see LatticeChoice
     * @param callable(string, float): void $progress
     * @param bool                          $colourPart whether areas and softened mattes are to be left out
     *
     * @return Exactness over all of sRGB; a Hald holds square numbers of nodes only, and rounds up
     *
     * @throws PictureError when a move is not a matter of colour alone, and that is not left out
     */
    public static function grade(Grade $grade, string $target, string $format, ?int $lattice, callable $progress, bool $colourPart = false): Exactness
    {
        if (!$colourPart) {
            self::refusePlaced($grade);
        }
        $exactness = self::tableExactness($grade, $format, $lattice);
        $progress('Computing the grade', 0.1);
        AtomicFile::writePieces($target, self::pieces($grade->colourPart(), $exactness->lattice, $format));

        return $exactness;
    }

    /**
     * How near a table of a grade comes to it, all over sRGB.
     *
     * @param string   $format  cube, icc or hald
     * @param int|null $lattice nodes along each axis; null is as few as are needed
     *
     * @throws PictureError when the form cannot hold so fine a table
     */
    public static function tableExactness(Grade $grade, string $format, ?int $lattice): Exactness
    {
        $colours = $grade->colourPart();
        $choice = LatticeChoice::forTable($colours, null === $lattice ? null : self::latticeIn($format, $lattice));
        $held = self::latticeIn($format, $choice->lattice->size);

        return Exactness::of($held === $choice->lattice->size ? $choice : LatticeChoice::forTable($colours, $held));
    }

    /**
     * Nodes along each axis that a form holds where so many are asked for.
     *
     * @throws PictureError when it cannot hold so fine a table
     */
    public static function latticeIn(string $format, int $lattice): int
    {
        try {
            return 'hald' === $format ? HaldPng::latticeFor($lattice) : $lattice;
        } catch (\InvalidArgumentException $e) {
            throw new PictureError($e->getMessage(), 0, $e);
        }
    }

    /** @throws PictureError when a move is not a matter of colour alone */
    public static function refusePlaced(Grade $grade): void
    {
        $move = $grade->placed();
        $plane = null === $move ? null : Plane::of($move);
        if (null !== $move && null !== $plane) {
            throw new PictureError(\sprintf('The move “%s” %s, which a table of colours cannot hold. Write the colour part alone, which acts on the whole picture, or render a picture instead.', $move->name(), $plane->obstacle()));
        }
    }

    /** @return iterable<int, string> */
    private static function pieces(Grade $grade, int $size, string $format): iterable
    {
        return match ($format) {
            'cube' => CubeText::pieces(Compiler::slabs($grade, $size), $size, $grade->name),
            'icc' => [IccDeviceLink::ofTable(Lattice::uniform($size), Compiler::tableWords($grade, EncodingTransform::srgb(), Lattice::uniform($size), 0, $size), $grade->name)],
            'hald' => HaldPng::pieces(Compiler::slabs($grade, $size), $size),
            default => throw new \InvalidArgumentException(\sprintf('There is no format "%s" for grades.', $format)),
        };
    }

    /**
     * @param callable(string, float): void $progress
     *
     * @return callable(float): void
     */
    private static function reading(callable $progress): callable
    {
        $progress('Reading the photo', 0.02);

        return self::nowAndThen(static fn (float $share) => $progress('Reading the photo', 0.02 + 0.28 * $share));
    }

    /**
     * @param callable(float): void $tell
     *
     * @return callable(float=): void told more often than it tells
     */
    private static function nowAndThen(callable $tell): callable
    {
        $last = microtime(true);

        return static function (float $share = 0.0) use ($tell, &$last): void {
            // It may cost a look into the database.
            if (microtime(true) - $last > self::TOLD_SECONDS) {
                $last = microtime(true);
                $tell($share);
            }
        };
    }
}
