<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\XyzD50;
use Tovrin\Core\Move\Chart\ChartReference;

/**
 * Reference values of a chart, as measuring programs write them: text with the fields of each patch, and a line for each (CGATS.17, ISO 28178).
 * Of the fields, the patch's name and LAB_L, LAB_A, LAB_B or XYZ_X, XYZ_Y, XYZ_Z are read, under D50.
 */
final class CgatsReader
{
    private const BYTES_MOST = 1_000_000;
    private const NAMES = ['SAMPLE_LOC', 'SAMPLE_NAME', 'SAMPLE_ID', 'STRING'];
    private const LAB = ['LAB_L', 'LAB_A', 'LAB_B'];
    private const XYZ = ['XYZ_X', 'XYZ_Y', 'XYZ_Z'];

    /** @throws FormatError naming the line */
    public static function read(string $text): ChartReference
    {
        if (\strlen($text) > self::BYTES_MOST) {
            throw new FormatError('This file is far larger than the values of any chart.');
        }
        $title = '';
        $fields = $patches = [];
        $part = 'head';
        foreach (preg_split('/\r\n|\n|\r/', mb_scrub($text)) ?: [] as $index => $line) {
            $words = self::words($line);
            $first = strtoupper($words[0] ?? '');
            if ('' === $first || str_starts_with($first, '#')) {
                continue;
            }
            if (\in_array($first, ['BEGIN_DATA_FORMAT', 'END_DATA_FORMAT', 'BEGIN_DATA', 'END_DATA'], true)) {
                if ('END_DATA' === $first) {
                    break;
                }
                $part = match ($first) {
                    'BEGIN_DATA_FORMAT' => 'fields',
                    'BEGIN_DATA' => 'data',
                    default => 'head',
                };
            } elseif ('fields' === $part) {
                array_push($fields, ...array_map(strtoupper(...), $words));
            } elseif ('data' === $part) {
                $patches[] = self::patch($words, $fields, $index + 1);
            } elseif ('DESCRIPTOR' === $first) {
                $title = $words[1] ?? '';
            }
        }
        if ([] === $patches) {
            throw new FormatError([] === $fields ? 'There is no BEGIN_DATA_FORMAT in this file. Choose the values of a chart as a measuring program saves them (CGATS text).' : 'There are no patches between BEGIN_DATA and END_DATA.');
        }
        if (\count($patches) > ChartReference::PATCHES_MOST) {
            throw new FormatError(\sprintf('There are %d patches; charts of up to %d can be read.', \count($patches), ChartReference::PATCHES_MOST));
        }
        $colours = array_column($patches, 1);
        $labs = \in_array('LAB_L', $fields, true) ? $colours : self::labs($colours);

        return self::arranged(mb_substr($title, 0, 200), array_column($patches, 0), $labs);
    }

    /**
     * @param list<string> $words
     * @param list<string> $fields
     *
     * @return array{0: string, 1: array{0: float, 1: float, 2: float}} name and values
     */
    private static function patch(array $words, array $fields, int $line): array
    {
        $is = \in_array('LAB_L', $fields, true) ? self::LAB : self::XYZ;
        $values = [];
        foreach ($is as $field) {
            $at = array_search($field, $fields, true);
            if (false === $at) {
                throw new FormatError(\sprintf('The patches have no field %s: values have to be given as LAB_L, LAB_A, LAB_B or as XYZ_X, XYZ_Y, XYZ_Z.', $field));
            }
            $word = strtr($words[$at] ?? '', ',', '.');
            if (!is_numeric($word) || !is_finite((float) $word) || abs((float) $word) > 1000.0) {
                throw new FormatError(\sprintf('line %d: %s is “%s”, which is no such number.', $line, $field, mb_substr($words[$at] ?? '', 0, 40)));
            }
            $values[] = (float) $word;
        }
        foreach (self::NAMES as $field) {
            $at = array_search($field, $fields, true);
            if (false !== $at && '' !== ($words[$at] ?? '')) {
                return [mb_substr($words[$at], 0, 40), [$values[0], $values[1], $values[2]]];
            }
        }

        return [(string) $line, [$values[0], $values[1], $values[2]]];
    }

    /**
     * From XYZ of a white of 100, as it is usual there.
     *
     * @param list<array{0: float, 1: float, 2: float}> $xyz
     *
     * @return list<array{0: float, 1: float, 2: float}>
     */
    private static function labs(array $xyz): array
    {
        $lab = ColourBlock::of(XyzD50::class, array_map(static fn (array $one): array => [$one[0] / 100.0, $one[1] / 100.0, $one[2] / 100.0], $xyz))->in(LabD50::class);

        return array_map($lab->at(...), array_keys($xyz));
    }

    /**
     * By the names, where these are a letter for the row and a number for the column; else as the file lists them.
     *
     * @param list<string>                              $names
     * @param list<array{0: float, 1: float, 2: float}> $labs
     */
    private static function arranged(string $title, array $names, array $labs): ChartReference
    {
        $places = [];
        foreach ($names as $index => $name) {
            if (1 !== preg_match('/^([A-Z]{1,2}) ?0*(\d{1,2})$/Di', $name, $found)) {
                return new ChartReference($title, $names, $labs, 0);
            }
            $places[\sprintf('%2s %02d', strtoupper($found[1]), (int) $found[2])] = $index;
        }
        ksort($places);
        $order = array_values($places);
        $columns = \count(array_unique(array_map(static fn (string $place): string => substr($place, 3), array_keys($places))));
        $rows = \count(array_unique(array_map(static fn (string $place): string => substr($place, 0, 2), array_keys($places))));
        if (\count($order) !== \count($names) || $columns * $rows !== \count($names)) {
            return new ChartReference($title, $names, $labs, 0);
        }

        return new ChartReference($title, array_map(static fn (int $index): string => $names[$index], $order), array_map(static fn (int $index): array => $labs[$index], $order), $columns);
    }

    /** @return list<string> words between blanks, or in quotation marks */
    private static function words(string $line): array
    {
        preg_match_all('/"[^"]*"|\S+/', $line, $found);

        return array_map(static fn (string $word): string => trim($word, '"'), $found[0]);
    }
}
