<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Cube\Cube;

/**
 * The .cube text form of a three-dimensional LUT: a title, a comment on what it holds, LUT_3D_SIZE, the domain 0…1, and one line
 * of red, green, blue per node, red running fastest. Read by most programs that grade film or stills.
 */
final class CubeText
{
    public static function write(Cube $cube, string $title): string
    {
        // A quotation mark or a line break would end the title early.
        $title = trim(str_replace(['"', "\r", "\n"], ["'", ' ', ' '], $title));
        $lines = [
            \sprintf('TITLE "%s"', '' === $title ? 'Untitled' : $title),
            '# Colours alone: areas, smoothed edges and edges unmixed are no part of a table.',
            \sprintf('LUT_3D_SIZE %d', $cube->size),
            'DOMAIN_MIN 0.0 0.0 0.0',
            'DOMAIN_MAX 1.0 1.0 1.0',
        ];
        $n = \count($cube->red);
        for ($i = 0; $i < $n; ++$i) {
            // %F, unlike %f, ignores the locale's decimal comma.
            $lines[] = \sprintf('%.7F %.7F %.7F', $cube->red[$i], $cube->green[$i], $cube->blue[$i]);
        }

        return implode("\n", $lines)."\n";
    }
}
