<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Lut;

/**
 * Reads .cube files of other programs: one-dimensional and three-dimensional tables, either alone or a curve before a lattice, with any
 * domain. What is wrong is named by its line.
 *
 * Source: the published "Cube LUT Specification", version 1.0 (2013), and the lines of an input range that several programs write.
 */
final class CubeReader
{
    public const CURVE_MOST = 65_536;
    /** A lattice of 129 with long numbers. */
    public const BYTES_MOST = 120_000_000;
    private const LINE_MOST = 500;

    private ?int $curveSize = null;
    private ?int $gridSize = null;
    private string $title = '';
    /** @var array<string, array{list<float>, int}> values and line by keyword */
    private array $bounds = [];
    /** @var list<float> */
    private array $curves = [];
    private string $grid = '';
    private int $gridLines = 0;

    private function __construct()
    {
    }

    /**
     * @return array{Lut, string} and its title; empty where it has none
     *
     * @throws FormatError naming the line
     */
    public static function read(string $text): array
    {
        if (\strlen($text) > self::BYTES_MOST) {
            throw new FormatError('The file is far larger than any table of 129 × 129 × 129 colours.');
        }
        $reader = new self();
        // Some editors put a byte order mark before UTF-8; old ones end lines with a carriage return alone.
        $text = str_starts_with($text, "\xEF\xBB\xBF") ? substr($text, 3) : $text;
        $number = 0;
        foreach (self::lines(str_replace(["\r\n", "\r"], "\n", $text)) as $line) {
            $reader->take(trim($line), ++$number);
        }

        return [$reader->made($number), $reader->title];
    }

    /** @return \Generator<int, string> */
    private static function lines(string $text): \Generator
    {
        for ($at = 0, $length = \strlen($text); $at < $length; $at = $end + 1) {
            $end = strpos($text, "\n", $at);
            $end = false === $end ? $length : $end;
            yield substr($text, $at, $end - $at);
        }
    }

    private function take(string $line, int $number): void
    {
        if ('' === $line || '#' === $line[0]) {
            return;
        }
        if (\strlen($line) > self::LINE_MOST) {
            throw new FormatError("line $number: it is far too long. This is no .cube file.");
        }
        if (1 === preg_match('/^[A-Za-z_]/', $line) && 1 !== preg_match('/^(nan|inf)/i', $line)) {
            $this->keyword($line, $number);

            return;
        }
        $this->values(self::numbers($line, 3, $number), $number);
    }

    private function keyword(string $line, int $number): void
    {
        $word = substr($line, 0, strcspn($line, " \t"));
        $rest = trim(substr($line, \strlen($word)));
        if ('' !== $this->grid || [] !== $this->curves) {
            throw new FormatError("line $number: \"$word\" comes after the table has begun. It belongs before the numbers.");
        }
        match ($word) {
            'TITLE' => $this->title = mb_substr(mb_scrub(trim(trim($rest), '"')), 0, 200),
            'LUT_1D_SIZE' => $this->curveSize = self::size($rest, self::CURVE_MOST, $number),
            'LUT_3D_SIZE' => $this->gridSize = self::size($rest, Cube::MAX_SIZE, $number),
            'DOMAIN_MIN', 'DOMAIN_MAX' => $this->bounds[$word] = [self::numbers($rest, 3, $number), $number],
            'LUT_1D_INPUT_RANGE', 'LUT_3D_INPUT_RANGE' => $this->bounds[$word] = [self::numbers($rest, 2, $number), $number],
            default => throw new FormatError(\sprintf('line %d: "%s" is unknown. A .cube file has LUT_1D_SIZE or LUT_3D_SIZE, and may have TITLE, DOMAIN_MIN and DOMAIN_MAX.', $number, mb_substr(mb_scrub($word), 0, 40))),
        };
    }

    /** @param list<float> $values */
    private function values(array $values, int $number): void
    {
        if (null === $this->curveSize && null === $this->gridSize) {
            throw new FormatError("line $number: numbers before LUT_1D_SIZE or LUT_3D_SIZE has said how many there are.");
        }
        if (\count($this->curves) < 3 * (int) $this->curveSize) {
            array_push($this->curves, ...$values);
        } elseif ($this->gridLines < (int) $this->gridSize ** 3) {
            $this->grid .= pack('g3', ...$values);
            ++$this->gridLines;
        } else {
            throw new FormatError("line $number: there are more numbers than the size says.");
        }
    }

    private function made(int $lines): Lut
    {
        if (null === $this->curveSize && null === $this->gridSize) {
            throw new FormatError('There is no LUT_1D_SIZE and no LUT_3D_SIZE in it. This is no .cube file.');
        }
        $wanted = (int) $this->curveSize + (int) $this->gridSize ** 3;
        $there = intdiv(\count($this->curves), 3) + $this->gridLines;
        if ($there < $wanted) {
            throw new FormatError(\sprintf('line %d: the file ends after %s of %s lines of numbers. It was cut short; get it again.', $lines, number_format($there), number_format($wanted)));
        }
        [$low, $high] = $this->domain();
        $curves = [];
        foreach ($this->curves as $i => $value) {
            $curves[$i % 3][] = $value;
        }
        $grid = $this->range('LUT_3D_INPUT_RANGE');
        $both = null !== $this->curveSize && null !== $this->gridSize;
        [$first, $last] = null !== $grid ? [array_fill(0, 3, $grid[0]), array_fill(0, 3, $grid[1])] : ($both ? [[0.0, 0.0, 0.0], [1.0, 1.0, 1.0]] : [$low, $high]);

        return new Lut($low, $high, $curves, (int) $this->gridSize, $this->grid, $first, $last); // @phpstan-ignore argument.type, argument.type, argument.type, argument.type, argument.type (three each)
    }

    /** @return array{list<float>, list<float>} what it is made for */
    private function domain(): array
    {
        $range = $this->range(null === $this->curveSize ? 'LUT_3D_INPUT_RANGE' : 'LUT_1D_INPUT_RANGE');
        $low = null === $range ? $this->bounds['DOMAIN_MIN'][0] ?? [0.0, 0.0, 0.0] : array_fill(0, 3, $range[0]);
        $high = null === $range ? $this->bounds['DOMAIN_MAX'][0] ?? [1.0, 1.0, 1.0] : array_fill(0, 3, $range[1]);
        foreach ($low as $channel => $least) {
            if ($high[$channel] <= $least) {
                throw new FormatError(\sprintf('line %d: the domain ends at %s, which is not above where it begins (%s).', $this->bounds['DOMAIN_MAX'][1] ?? $this->bounds['DOMAIN_MIN'][1] ?? 1, $high[$channel], $least));
            }
        }

        return [$low, $high];
    }

    /** @return array{float, float}|null */
    private function range(string $keyword): ?array
    {
        if (!isset($this->bounds[$keyword])) {
            return null;
        }
        [[$from, $to], $line] = $this->bounds[$keyword];
        if ($to <= $from) {
            throw new FormatError(\sprintf('line %d: the range ends at %s, which is not above where it begins (%s).', $line, $to, $from));
        }

        return [$from, $to];
    }

    private static function size(string $text, int $most, int $number): int
    {
        if (1 !== preg_match('/^\d{1,6}$/D', trim($text)) || (int) $text < 2 || (int) $text > $most) {
            throw new FormatError(\sprintf('line %d: the size “%s” is not possible; it is a whole number from 2 to %d.', $number, mb_substr(mb_scrub(trim($text)), 0, 40), $most));
        }

        return (int) $text;
    }

    /** @return list<float> */
    private static function numbers(string $text, int $count, int $number): array
    {
        $words = preg_split('/\s+/', trim($text)) ?: [];
        if (\count($words) !== $count) {
            throw new FormatError(\sprintf('line %d: there are %d numbers where %d are due.', $number, \count($words), $count));
        }
        $numbers = [];
        foreach ($words as $word) {
            if (!is_numeric($word) || !is_finite((float) $word) || abs((float) $word) > 1e6) {
                throw new FormatError(\sprintf('line %d: “%s” is no number that a table can hold.', $number, mb_substr(mb_scrub($word), 0, 40)));
            }
            $numbers[] = (float) $word;
        }

        return $numbers;
    }
}
