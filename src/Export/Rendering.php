<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

use Tovrin\App\Photo\AtomicFile;
use Tovrin\App\Photo\LittleCms;
use Tovrin\App\Photo\PictureFile;
use Tovrin\App\Photo\Sideline;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\HaldPng;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Grade;

/** Turns a grade into finished files: pictures, and the grade itself in open formats. */
final class Rendering
{
    public const DEFAULT_LATTICE = 65;
    public const DEFAULT_QUALITY = 92;
    private const COUNTED = 1 << 22;

    /**
     * Renders a picture through a grade at full resolution.
     *
     * @param string                        $name     what to call the source in messages
     * @param string                        $format   jpeg or png
     * @param callable(string, float): void $progress told the stage and the share done in all, 0…1; may throw to stop
     */
    public static function picture(string $source, string $name, Grade $grade, string $target, string $format, int $quality, int $lattice, callable $progress): void
    {
        $progress('Reading the photo', 0.02);
        // While this process reads the photo, two others compute the grade.
        $parts = $grade->isAtRest() ? [] : self::halves($lattice, static fn (int $first, int $past): string => Compiler::tableWords($grade, $lattice, $first, $past));
        $pixels = PictureFile::read($source, $name);
        if ([] !== $parts) {
            $progress('Computing the grade', 0.3);
            $words = self::joined($parts);
            $bytes = IccDeviceLink::ofTable($lattice, $words, $grade->name);
            $progress('Colouring', 0.4);
            $pixels = LittleCms::applyLink($bytes, $lattice, $pixels, static fn (float $share) => $progress('Colouring', 0.4 + 0.25 * $share));
        }
        $progress('Writing the file', 0.7);
        $bytes = PictureFile::encode($pixels, $format, $quality);
        unset($pixels);
        $progress('Writing the file', 0.95);
        AtomicFile::write($target, $bytes);
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
        $lattice = self::DEFAULT_LATTICE;
        $parts = self::halves($lattice, static fn (int $first, int $past): string => Compiler::weightWords($grade, $move, $lattice, $first, $past));
        $pixels = PictureFile::opaque(PictureFile::read($source, $name));
        $words = self::joined($parts);
        $pixels = LittleCms::applyLink(IccDeviceLink::ofTable($lattice, $words, 'matte'), $lattice, $pixels, static function (): void {});
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
        $size = 'hald' === $format ? HaldPng::latticeFor($lattice) : $lattice;
        $progress('Computing the grade', 0.1);
        $cube = Compiler::compile($grade, $size);
        $progress('Writing the file', 0.8);
        AtomicFile::write($target, self::bytes($cube, $format, $grade->name));

        return $size;
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
