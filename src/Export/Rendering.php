<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

use Tovrin\App\Photo\AtomicFile;
use Tovrin\App\Photo\LittleCms;
use Tovrin\App\Photo\PictureFile;
use Tovrin\App\Photo\PictureShape;
use Tovrin\App\Photo\Pixels;
use Tovrin\App\Photo\Plates;
use Tovrin\App\Photo\Sideline;
use Tovrin\App\Request\ExportFormat;
use Tovrin\App\Request\Profile;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\HaldPng;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Grade;

/** Turns a grade into finished files: pictures, and the grade itself in open formats. */
final class Rendering
{
    public const DEFAULT_LATTICE = 65;
    public const DEFAULT_QUALITY = 92;
    private const COUNTED = 1 << 22;

    /** @var array{string, string}|null the grade that was computed last, and its device link: the files of one photo, and photos of one grade, come one after another */
    private static ?array $latest = null;

    /**
     * Renders a picture through a grade at full resolution into a file.
     *
     * @param string                        $name     what to call the source in messages
     * @param string                        $format   jpeg or png
     * @param callable(string, float): void $progress told the stage and the share done in all, 0…1; may throw to stop
     */
    public static function picture(string $source, string $name, Grade $grade, string $target, string $format, int $quality, int $lattice, callable $progress): void
    {
        AtomicFile::write($target, self::file($source, $name, $grade, new Wanted(ExportFormat::from($format), 8, null, $quality, $lattice), $progress));
    }

    /**
     * The bytes of a finished file.
     *
     * @param string                        $name     what to call the source in messages
     * @param callable(string, float): void $progress told the stage and the share done in all, 0…1; may throw to stop
     */
    public static function file(string $source, string $name, Grade $grade, Wanted $wanted, callable $progress): string
    {
        if ($wanted->format->isGrade()) {
            return self::table($grade, $wanted->format->value, $wanted->lattice, $progress)[0];
        }
        $progress('Reading the photo', 0.02);
        if (ExportFormat::Matte === $wanted->format) {
            $pixels = self::weights($source, $name, $grade, $wanted->move ?? 0, $wanted->lattice);
            $progress('Writing the file', 0.7);

            return PictureFile::greyPng(PictureShape::fitted($pixels, $wanted->side));
        }
        $pixels = PictureShape::fitted(self::graded($source, $name, $grade, $wanted, $progress), $wanted->side);
        $progress('Writing the file', 0.7);
        $bytes = match ($wanted->format) {
            ExportFormat::TonePlate => Plates::tone($pixels),
            ExportFormat::ColourPlate => Plates::colour($pixels),
            default => PictureFile::encode(self::tagged($pixels, $wanted->profile), $wanted->format->picture(), $wanted->quality),
        };
        $progress('Writing the file', 0.95);

        return $bytes;
    }

    /** @param callable(string, float): void $progress */
    private static function graded(string $source, string $name, Grade $grade, Wanted $wanted, callable $progress): Pixels
    {
        $lattice = $wanted->lattice;
        $known = self::$latest;
        $key = hash('xxh128', LookWriter::write($grade).$lattice);
        $link = null !== $known && $known[0] === $key ? $known[1] : null;
        // While this process reads the photo, two others compute the grade.
        $parts = null !== $link || $grade->isAtRest() ? [] : self::halves($lattice, static fn (int $first, int $past): string => Compiler::tableWords($grade, $lattice, $first, $past));
        $pixels = PictureFile::read($source, $name);
        if ($wanted->bits > $pixels->bits) {
            $pixels = PictureShape::deepened($pixels);
        }
        if ([] !== $parts) {
            $progress('Computing the grade', 0.3);
            $link = IccDeviceLink::ofTable($lattice, self::joined($parts), $grade->name);
            self::$latest = [$key, $link];
        }
        if (null === $link) {
            return $pixels;
        }
        $progress('Colouring', 0.4);

        return LittleCms::applyLink($link, $lattice, $pixels, static fn (float $share) => $progress('Colouring', 0.4 + 0.25 * $share));
    }

    private static function tagged(Pixels $pixels, Profile $profile): Pixels
    {
        return Profile::AsBefore === $profile ? $pixels : $pixels->tagged(Profile::Srgb === $profile);
    }

    /**
     * Writes how much each pixel is reached by a move, as a grey PNG of the picture's size.
     *
     * @param string $name what to call the source in messages
     * @param int    $move index of the move
     *
     * @return float share of the picture that is reached by half or more, 0…1
     */
    public static function matte(string $source, string $name, Grade $grade, int $move, string $target): float
    {
        $pixels = self::weights($source, $name, $grade, $move, self::DEFAULT_LATTICE);
        AtomicFile::write($target, PictureFile::greyPng($pixels));
        $reached = 0;
        for ($at = 0, $end = \strlen($pixels->data); $at < $end; $at += self::COUNTED) {
            // All three channels are the same.
            foreach (count_chars(substr($pixels->data, $at, self::COUNTED), 1) as $level => $count) {
                $reached += $level >= 128 ? $count : 0;
            }
        }

        return $reached / \strlen($pixels->data);
    }

    /** How much each pixel is reached by a move, in all three channels alike. */
    private static function weights(string $source, string $name, Grade $grade, int $move, int $lattice): Pixels
    {
        $parts = self::halves($lattice, static fn (int $first, int $past): string => Compiler::weightWords($grade, $move, $lattice, $first, $past));
        $pixels = PictureShape::opaque(PictureFile::read($source, $name));

        return LittleCms::applyLink(IccDeviceLink::ofTable($lattice, self::joined($parts), 'matte'), $lattice, $pixels, static function (): void {});
    }

    /**
     * Writes the grade itself.
     *
     * @param string                        $format   cube, icc or hald
     * @param callable(string, float): void $progress
     *
     * @return int the lattice size it has: a Hald holds square numbers only, and rounds up
     */
    public static function grade(Grade $grade, string $target, string $format, int $lattice, callable $progress): int
    {
        [$bytes, $size] = self::table($grade, $format, $lattice, $progress);
        AtomicFile::write($target, $bytes);

        return $size;
    }

    /**
     * @param callable(string, float): void $progress
     *
     * @return array{string, int} the file's bytes and the lattice size it has
     */
    private static function table(Grade $grade, string $format, int $lattice, callable $progress): array
    {
        $size = 'hald' === $format ? HaldPng::latticeFor($lattice) : $lattice;
        $progress('Computing the grade', 0.1);
        $cube = Compiler::compile($grade, $size);
        $progress('Writing the file', 0.8);

        return [self::bytes($cube, $format, $grade->name), $size];
    }

    private static function bytes(Cube $cube, string $format, string $name): string
    {
        return match ($format) {
            'cube' => CubeText::write($cube, $name),
            'icc' => IccDeviceLink::write($cube, $name),
            'hald' => HaldPng::write($cube),
            default => throw new \InvalidArgumentException(\sprintf('There is no format "%s" for grades.', $format)),
        };
    }

    /**
     * The words of a lattice, begun in two processes of half its levels of red each.
     *
     * @param \Closure(int, int): string $words from a level of red, to before another
     *
     * @return list<Sideline>
     */
    private static function halves(int $lattice, \Closure $words): array
    {
        $middle = intdiv($lattice, 2);

        return [new Sideline(static fn (): string => $words(0, $middle)), new Sideline(static fn (): string => $words($middle, $lattice))];
    }

    /** @param list<Sideline> $parts */
    private static function joined(array $parts): string
    {
        return implode('', array_map(static fn (Sideline $part): string => $part->result(), $parts));
    }
}
