<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Lattice;

/**
 * An ICC device link from RGB to RGB that holds a cube: colour management applies it to
 * pixels without going through a connection space. Where the nodes are not at equal steps, the link's curves say where they are.
 *
 * Source: ICC.1:2010 (profile version 4.3): header 7.2, device link 8.6, lut16Type 10.10 with a
 * single three-dimensional table.
 */
final class IccDeviceLink
{
    public static function write(Cube $cube, string $title): string
    {
        return self::ofTable(Lattice::uniform($cube->size), $cube->toWords(true), $title);
    }

    /**
     * A link from a table that was computed as such; see Compiler::tableWords().
     *
     * @param string $words size³ × 3 words of 16 bits, most significant byte first, red running slowest
     */
    public static function ofTable(Lattice $lattice, string $words, string $title): string
    {
        if (\strlen($words) !== 6 * $lattice->size ** 3) {
            throw new \InvalidArgumentException('An ICC table has six bytes a node.');
        }

        return IccFile::assemble('linkRGB RGB ', [
            'desc' => IccFile::text('' === trim($title) ? 'Untitled' : $title),
            'cprt' => IccFile::text('No copyright, use freely'),
            'pseq' => self::sequence(),
            'A2B0' => self::table($lattice, $words),
        ]);
    }

    private static function sequence(): string
    {
        // Two equal steps, sRGB on either side; both descriptions are left empty, as allowed.
        $step = pack('NN', 0, 0).pack('NN', 0, 0).pack('N', 0).IccFile::text('').IccFile::text('');

        return 'pseq'."\0\0\0\0".pack('N', 2).$step.$step;
    }

    private static function table(Lattice $lattice, string $words): string
    {
        $identity = pack('n2', 0, 65535);
        $curves = array_map(static fn (array $axis): string => $lattice->isUniform ? $identity : self::curve($axis), $lattice->axes);

        return 'mft2'."\0\0\0\0".pack('C4', 3, 3, $lattice->size, 0)
            .pack('N9', 0x10000, 0, 0, 0, 0x10000, 0, 0, 0, 0x10000)
            .pack('n2', intdiv(\strlen($curves[0]), 2), 2)
            .implode('', $curves)
            .$words
            .$identity.$identity.$identity;
    }

    /**
     * Where a channel's value lies between the nodes, at each step.
     *
     * @param list<float> $axis
     */
    private static function curve(array $axis): string
    {
        $top = \count($axis) - 1;
        $curve = [];
        for ($step = 0, $node = 0; $step <= Lattice::STEPS; ++$step) {
            $value = $step / Lattice::STEPS;
            while ($node < $top - 1 && $axis[$node + 1] <= $value) {
                ++$node;
            }
            $curve[] = (int) round(65535 * ($node + ($value - $axis[$node]) / ($axis[$node + 1] - $axis[$node])) / $top);
        }

        return pack('n*', ...$curve);
    }
}
