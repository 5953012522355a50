<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Colour\Encoding\ParametricCurve;
use Tovrin\Core\Colour\Encoding\Primaries;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\SampledCurve;
use Tovrin\Core\Colour\Encoding\ToneCurve;

/**
 * ICC profiles that consist of primaries and tone curves, as an encoding and back; also the tone curve of a grey profile.
 *
 * Source: ICC.1:2010, 8.3 (three-component matrix-based profiles), 8.2 (monochrome), 10.5 and 10.16 (curves), 10.31 (XYZ).
 */
final class IccRgbProfile
{
    /** Profiles with tables are meant to be used by these; primaries beside them are only a makeshift. */
    private const TABLES = ['A2B0', 'A2B1', 'D2B0', 'D2B1'];
    /** From D65 to D50, as the chad tag has it; see XyzD50. */
    private const FROM_D65 = [1.0479297925449969, 0.022946870601609652, -0.05019226628920524, 0.02962780877005599, 0.9904344267538799, -0.017073799063418826, -0.009243040646204504, 0.015055191490298152, 0.7518742814281371];

    /** Null when it is damaged, or of another kind. */
    public static function read(string $profile): ?RgbEncoding
    {
        $tags = IccFile::tags($profile);
        if (null === $tags || 'RGB XYZ ' !== substr($profile, 16, 8) || [] !== array_intersect(self::TABLES, array_keys($tags))) {
            return null;
        }
        try {
            $primaries = Primaries::ofXyz([self::xyz($tags['rXYZ'] ?? ''), self::xyz($tags['gXYZ'] ?? ''), self::xyz($tags['bXYZ'] ?? '')]);

            return new RgbEncoding(self::title($tags['desc'] ?? ''), $primaries, [self::curve($tags['rTRC'] ?? ''), self::curve($tags['gTRC'] ?? ''), self::curve($tags['bTRC'] ?? '')]);
        } catch (\InvalidArgumentException) {
            return null;
        }
    }

    /** The encoding of a grey picture whose three channels are to be the same; null when that is no grey profile, or damaged. */
    public static function readGrey(string $profile): ?RgbEncoding
    {
        $tags = IccFile::tags($profile);
        if (null === $tags || 'GRAY' !== substr($profile, 16, 4) || [] !== array_intersect(self::TABLES, array_keys($tags))) {
            return null;
        }
        try {
            return RgbEncoding::of(self::title($tags['desc'] ?? ''), Primaries::srgb(), self::curve($tags['kTRC'] ?? ''));
        } catch (\InvalidArgumentException) {
            return null;
        }
    }

    /** What a profile calls itself; "unnamed" where it says nothing readable. */
    public static function nameOf(string $profile): string
    {
        return self::title(IccFile::tags($profile)['desc'] ?? '');
    }

    public static function write(RgbEncoding $encoding): string
    {
        [$red, $green, $blue] = array_map(static fn (array $xyz): string => 'XYZ '."\0\0\0\0".implode('', array_map(IccFile::fixed(...), $xyz)), $encoding->primaries->xyzD50());

        return IccFile::assemble('mntrRGB XYZ ', [
            'desc' => IccFile::text($encoding->title),
            'cprt' => IccFile::text('No copyright, use freely'),
            'wtpt' => 'XYZ '."\0\0\0\0".pack('NNN', 0xF6D6, 0x10000, 0xD32D),
            'chad' => 'sf32'."\0\0\0\0".implode('', array_map(IccFile::fixed(...), self::FROM_D65)),
            'rXYZ' => $red,
            'gXYZ' => $green,
            'bXYZ' => $blue,
            'rTRC' => self::curveTag($encoding->curves[0]),
            'gTRC' => self::curveTag($encoding->curves[1]),
            'bTRC' => self::curveTag($encoding->curves[2]),
        ]);
    }

    /** @return array{float, float, float} */
    private static function xyz(string $tag): array
    {
        if (!str_starts_with($tag, 'XYZ ') || \strlen($tag) < 20) {
            throw new \InvalidArgumentException('A primary is missing.');
        }

        return [IccFile::fixedAt($tag, 8), IccFile::fixedAt($tag, 12), IccFile::fixedAt($tag, 16)];
    }

    private static function curve(string $tag): ToneCurve
    {
        if (str_starts_with($tag, 'para') && \strlen($tag) >= 16) {
            $function = IccFile::number($tag, 8) >> 16;
            $given = [];
            for ($i = 0; $i < ([1, 3, 4, 5, 7][$function] ?? 0); ++$i) {
                $given[] = IccFile::fixedAt($tag, 12 + 4 * $i);
            }

            return match ($function) {
                0 => new ParametricCurve($given[0]),
                1 => new ParametricCurve($given[0], $given[1], $given[2], 1e-9, max(0.0, -$given[2] / ($given[1] ?: 1.0))),
                2 => new ParametricCurve($given[0], $given[1], $given[2], 1e-9, max(0.0, -$given[2] / ($given[1] ?: 1.0)), $given[3], $given[3]),
                3 => new ParametricCurve($given[0], $given[1], $given[2], $given[3], $given[4]),
                4 => new ParametricCurve($given[0], $given[1], $given[2], $given[3], $given[4], $given[5], $given[6]),
                default => throw new \InvalidArgumentException('That is no tone curve.'),
            };
        }
        if (!str_starts_with($tag, 'curv') || \strlen($tag) < 12) {
            throw new \InvalidArgumentException('A tone curve is missing.');
        }
        $count = IccFile::number($tag, 8);
        if (\strlen($tag) < 12 + 2 * $count) {
            throw new \InvalidArgumentException('A tone curve is cut short.');
        }
        if ($count < 2) {
            return new ParametricCurve(0 === $count ? 1.0 : (IccFile::number($tag, 12) >> 16) / 256);
        }
        $values = unpack('n*', substr($tag, 12, 2 * $count));

        return new SampledCurve(array_map(static fn (mixed $value): float => \is_int($value) ? $value / 65535 : 0.0, array_values($values ?: [])));
    }

    private static function curveTag(ToneCurve $curve): string
    {
        if ($curve instanceof ParametricCurve) {
            $all = [$curve->g, $curve->a, $curve->b, $curve->c, $curve->d, $curve->e, $curve->f];

            return 'para'."\0\0\0\0".pack('nn', 4, 0).implode('', array_map(IccFile::fixed(...), $all));
        }
        $steps = $curve instanceof SampledCurve ? $curve->values : $curve->decode(array_map(static fn (int $i): float => $i / 1023, range(0, 1023)));

        return 'curv'."\0\0\0\0".pack('N', \count($steps)).pack('n*', ...array_map(static fn (float $value): int => (int) round(65535 * max(0.0, min(1.0, $value))), array_values($steps)));
    }

    private static function title(string $tag): string
    {
        $text = match (substr($tag, 0, 4)) {
            'mluc' => mb_convert_encoding(substr($tag, IccFile::number($tag, 24), min(200, IccFile::number($tag, 20))), 'UTF-8', 'UTF-16BE'),
            'desc' => mb_scrub(substr($tag, 12, min(200, max(0, IccFile::number($tag, 8) - 1))), 'UTF-8'),
            'text' => mb_scrub(substr($tag, 8, 200), 'UTF-8'),
            default => '',
        };
        $text = trim((string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', $text));

        return '' === $text ? 'unnamed' : $text;
    }
}
