<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Lut;

/**
 * Reads ICC device links from RGB to RGB: tables of 8 and 16 bits, and those of version 4 made of curves and a lattice.
 *
 * Source: ICC.1:2010 (profile version 4.3): header 7.2, device link 8.6, lut8Type 10.11, lut16Type 10.10, lutAToBType 10.12, curveType 10.5,
 * parametricCurveType 10.16.
 */
final class DeviceLinkReader
{
    /** Values along a curve that is given by a formula. */
    private const SAMPLED = 4096;

    public static function isOne(string $bytes): bool
    {
        return 'acsp' === substr($bytes, 36, 4);
    }

    /** @throws FormatError saying what is wrong with it */
    public static function read(string $bytes): Lut
    {
        [$class, $from, $to] = [substr($bytes, 12, 4), substr($bytes, 16, 4), substr($bytes, 20, 4)];
        if ('link' !== $class) {
            throw new FormatError(\sprintf('It is an ICC profile of the class “%s”, which says what the colours of a device are. A device link (class “link”) turns colours into others.', self::plain($class)));
        }
        if ('RGB ' !== $from || 'RGB ' !== $to) {
            throw new FormatError(\sprintf('It is a device link from “%s” to “%s”. Only links from RGB to RGB can be used.', self::plain($from), self::plain($to)));
        }
        $tags = IccFile::tags($bytes) ?? throw new FormatError('The profile is damaged: a part of it lies beyond its end. Get it again.');
        $table = $tags['A2B0'] ?? throw new FormatError('The device link has no table (A2B0) in it.');

        return match (substr($table, 0, 4)) {
            'mft1' => self::fixed($table, 1),
            'mft2' => self::fixed($table, 2),
            'mAB ' => self::elements($table),
            default => throw new FormatError(\sprintf('Its table is of the kind “%s”, which is not known.', self::plain(substr($table, 0, 4)))),
        };
    }

    /** @param int $width bytes a value */
    private static function fixed(string $table, int $width): Lut
    {
        [$in, $out, $size] = [\ord($table[8] ?? "\0"), \ord($table[9] ?? "\0"), \ord($table[10] ?? "\0")];
        self::refuseChannels($in, $out);
        self::refuseSize($size);
        [$inputs, $outputs, $at] = 2 === $width ? [self::word($table, 48), self::word($table, 50), 52] : [256, 256, 48];
        $needed = $at + $width * (3 * $inputs + 3 * $size ** 3 + 3 * $outputs);
        if ($inputs < 2 || $outputs < 2 || $inputs > 4096 || $outputs > 4096 || \strlen($table) < $needed) {
            throw new FormatError('The table of the device link is damaged: it is shorter than it says. Get it again.');
        }
        $before = self::curves($table, $at, $inputs, $width);
        $at += 3 * $inputs * $width;
        $grid = self::grid($table, $at, [$size, $size, $size], $width);
        $at += 3 * $size ** 3 * $width;

        return new Lut([0.0, 0.0, 0.0], [1.0, 1.0, 1.0], $before, $size, $grid, [0.0, 0.0, 0.0], [1.0, 1.0, 1.0], self::curves($table, $at, $outputs, $width));
    }

    /** Curves, lattice, curves, matrix, curves: each where its offset is not 0. */
    private static function elements(string $table): Lut
    {
        self::refuseChannels(\ord($table[8] ?? "\0"), \ord($table[9] ?? "\0"));
        [$b, $matrix, $m, $clut, $a] = array_map(static fn (int $k): int => IccFile::number($table, 12 + 4 * $k), range(0, 4));
        $after = 0 === $b ? [] : self::curveSet($table, $b);
        $middle = 0 === $m ? [] : self::curveSet($table, $m);
        $numbers = 0 === $matrix ? [] : array_map(static fn (int $k): float => IccFile::fixedAt($table, $matrix + 4 * $k), range(0, 11));
        if (0 === $clut) {
            return new Lut([0.0, 0.0, 0.0], [1.0, 1.0, 1.0], $middle, 0, '', [0.0, 0.0, 0.0], [1.0, 1.0, 1.0], $after, [], $numbers);
        }
        $sizes = array_map(static fn (int $k): int => \ord($table[$clut + $k] ?? "\0"), [0, 1, 2]);
        $width = \ord($table[$clut + 16] ?? "\0");
        self::refuseSize(...$sizes);
        if (!\in_array($width, [1, 2], true) || $sizes[0] !== $sizes[1] || $sizes[1] !== $sizes[2] || \strlen($table) < $clut + 20 + 3 * $width * $sizes[0] ** 3) {
            throw new FormatError('The lattice of the device link is damaged, or has not as many nodes along each axis.');
        }

        return new Lut([0.0, 0.0, 0.0], [1.0, 1.0, 1.0], 0 === $a ? [] : self::curveSet($table, $a), $sizes[0], self::grid($table, $clut + 20, $sizes, $width), [0.0, 0.0, 0.0], [1.0, 1.0, 1.0], $after, $middle, $numbers);
    }

    private static function refuseChannels(int $in, int $out): void
    {
        if (3 !== $in || 3 !== $out) {
            throw new FormatError(\sprintf('The table of the device link has %d channels in and %d out; RGB has 3.', $in, $out));
        }
    }

    private static function refuseSize(int ...$sizes): void
    {
        foreach ($sizes as $size) {
            if ($size < 2 || $size > Cube::MAX_SIZE) {
                throw new FormatError(\sprintf('The lattice of the device link has %d nodes along an axis; 2 to %d are possible.', $size, Cube::MAX_SIZE));
            }
        }
    }

    /** @return list<non-empty-list<float>> three of them, one after the other */
    private static function curves(string $table, int $at, int $count, int $width): array
    {
        $curves = [];
        for ($channel = 0; $channel < 3; ++$channel) {
            $curves[] = self::values($table, $at + $channel * $count * $width, $count, $width);
        }

        return $curves;
    }

    /** @return non-empty-list<float> 0…1 */
    private static function values(string $table, int $at, int $count, int $width): array
    {
        /** @var non-empty-array<int, int> $read */
        $read = unpack((1 === $width ? 'C' : 'n').$count, $table, $at);
        $most = 1 === $width ? 255.0 : 65535.0;

        return array_values(array_map(static fn (int $value): float => $value / $most, $read));
    }

    /**
     * Red runs slowest in a profile, fastest here.
     *
     * @param array<int, int> $sizes
     */
    private static function grid(string $table, int $at, array $sizes, int $width): string
    {
        [$size] = $sizes;
        $slabs = array_fill(0, $size * $size, '');
        $most = 1 === $width ? 255.0 : 65535.0;
        for ($red = 0; $red < $size; ++$red) {
            /** @var array<int, int> $slab */
            $slab = unpack((1 === $width ? 'C' : 'n').(3 * $size * $size), $table, $at + $red * 3 * $size * $size * $width);
            for ($green = 0, $k = 1; $green < $size; ++$green) {
                for ($blue = 0; $blue < $size; ++$blue, $k += 3) {
                    $slabs[$green + $size * $blue] .= pack('g3', $slab[$k] / $most, $slab[$k + 1] / $most, $slab[$k + 2] / $most);
                }
            }
        }

        return implode('', $slabs);
    }

    /** @return list<non-empty-list<float>> three curves that follow one another, each beginning at a multiple of four */
    private static function curveSet(string $table, int $at): array
    {
        $curves = [];
        for ($channel = 0; $channel < 3; ++$channel) {
            [$curve, $length] = match (substr($table, $at, 4)) {
                'curv' => self::listed($table, $at),
                'para' => self::formula($table, $at),
                default => throw new FormatError('A curve of the device link is damaged.'),
            };
            $curves[] = $curve;
            $at += 4 * intdiv($length + 3, 4);
        }

        return $curves;
    }

    /** @return array{non-empty-list<float>, int} and its length in bytes */
    private static function listed(string $table, int $at): array
    {
        $count = IccFile::number($table, $at + 8);
        if ($count > 65536 || \strlen($table) < $at + 12 + 2 * $count) {
            throw new FormatError('A curve of the device link is damaged.');
        }
        if ($count < 2) {
            // None is the straight line, one is a power with eight bits behind the point.
            $power = 0 === $count ? 1.0 : self::word($table, $at + 12) / 256;

            return [0 === $count ? [0.0, 1.0] : self::sampled(static fn (float $x): float => $x ** $power), 12 + 2 * $count];
        }

        return [self::values($table, $at + 12, $count, 2), 12 + 2 * $count];
    }

    /** @return array{non-empty-list<float>, int} and its length in bytes */
    private static function formula(string $table, int $at): array
    {
        $kind = self::word($table, $at + 8);
        $count = [1, 3, 4, 5, 7][$kind] ?? throw new FormatError('A curve of the device link is of an unknown kind.');
        [$g, $a, $b, $c, $d, $e, $f] = [...array_map(static fn (int $k): float => IccFile::fixedAt($table, $at + 12 + 4 * $k), range(0, $count - 1)), ...array_fill(0, 7 - $count, 0.0)];
        $power = static fn (float $x): float => max(0.0, $a * $x + $b) ** $g;
        $curve = match ($kind) {
            0 => static fn (float $x): float => $x ** $g,
            1 => static fn (float $x): float => $a * $x + $b >= 0.0 ? $power($x) : 0.0,
            2 => static fn (float $x): float => ($a * $x + $b >= 0.0 ? $power($x) : 0.0) + $c,
            3 => static fn (float $x): float => $x >= $d ? $power($x) : $c * $x,
            default => static fn (float $x): float => $x >= $d ? $power($x) + $e : $c * $x + $f,
        };

        return [self::sampled($curve), 12 + 4 * $count];
    }

    /**
     * @param callable(float): float $curve
     *
     * @return non-empty-list<float>
     */
    private static function sampled(callable $curve): array
    {
        return array_map(static fn (int $i): float => max(0.0, min(1.0, $curve($i / (self::SAMPLED - 1)))), range(0, self::SAMPLED - 1));
    }

    private static function word(string $bytes, int $at): int
    {
        $found = unpack('n', substr($bytes, $at, 2)."\0\0");

        return \is_array($found) && \is_int($found[1]) ? $found[1] : 0;
    }

    private static function plain(string $signature): string
    {
        return trim((string) preg_replace('/[^\x20-\x7E]/', '?', $signature));
    }
}
