<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;

/** How a photo's colours lie on a plane of two OKLCh axes: counts and mean colour of each cell that is occupied. */
final readonly class ColourPlane
{
    public const COLUMNS = 180;
    public const ROWS = 36;
    /** Below this chroma a colour has no hue to be laid out by. */
    private const HUELESS = 0.004;

    /** The planes: name → the OKLCh channels across and up (0 light, 1 chroma, 2 hue). */
    public const PLANES = ['hue-chroma' => [2, 1], 'hue-light' => [2, 0], 'light-chroma' => [0, 1]];

    /**
     * @param float                                                 $chromaTop end of the chroma axis
     * @param list<array{0: int, 1: int, 2: int, 3: string}> $cells     column, row (0 at the foot), count, mean colour `#rrggbb`
     */
    private function __construct(public float $chromaTop, public array $cells)
    {
    }

    /**
     * Where a chroma axis had best end for some colours: above nearly all of them.
     */
    public static function chromaTop(ColourBlock $colours): float
    {
        $chromas = $colours->in(OkLch::class)->b;
        sort($chromas);
        $most = $chromas[(int) (0.998 * max(0, \count($chromas) - 1))] ?? 0.0;

        return ceil(100.0 * max(0.1, min(0.34, 1.15 * $most))) / 100.0;
    }

    /** @param string $plane a key of PLANES */
    public static function of(ColourBlock $colours, string $plane, float $chromaTop): self
    {
        [$across, $up] = self::PLANES[$plane];
        $tops = [1.0, $chromaTop, 360.0];
        $acrossTop = $tops[$across];
        $upTop = $tops[$up];
        $columns = self::COLUMNS;
        $rows = self::ROWS;
        $lab = $colours->in(OkLab::class);
        $lch = $lab->in(OkLch::class);
        $channels = [$lch->a, $lch->b, $lch->c];
        $x = $channels[$across];
        $y = $channels[$up];
        $hueless = 2 === $across;
        $sums = [];
        $n = $lch->count();
        for ($i = 0; $i < $n; ++$i) {
            // A grey has no hue: it would be noise on a hue axis.
            if ($hueless && $lch->b[$i] < self::HUELESS) {
                continue;
            }
            $column = max(0, min($columns - 1, (int) ($x[$i] / $acrossTop * $columns)));
            $row = max(0, min($rows - 1, (int) ($y[$i] / $upTop * $rows)));
            $key = $column * $rows + $row;
            $sums[$key] ??= [0, 0.0, 0.0, 0.0];
            ++$sums[$key][0];
            $sums[$key][1] += $lab->a[$i];
            $sums[$key][2] += $lab->b[$i];
            $sums[$key][3] += $lab->c[$i];
        }
        ksort($sums);
        $means = [];
        foreach ($sums as [$count, $l, $a, $b]) {
            $means[] = [$l / $count, $a / $count, $b / $count];
        }
        $rgb = ColourBlock::of(OkLab::class, $means)->in(Srgb::class);
        $cells = [];
        $k = 0;
        foreach ($sums as $key => [$count]) {
            $cells[] = [intdiv($key, $rows), $key % $rows, $count, Hex::format(...$rgb->at($k++))];
        }

        return new self($chromaTop, $cells);
    }

    /**
     * How much of each occupied cell a reach takes in.
     *
     * @param array<int, float> $weights of the colours
     *
     * @return list<array{0: int, 1: int, 2: float}> column, row (0 at the foot), mean weight
     */
    public static function weights(ColourBlock $colours, array $weights, string $plane, float $chromaTop): array
    {
        [$across, $up] = self::PLANES[$plane];
        $tops = [1.0, $chromaTop, 360.0];
        $lch = $colours->in(OkLch::class);
        $channels = [$lch->a, $lch->b, $lch->c];
        $sums = [];
        foreach ($weights as $i => $weight) {
            if (2 === $across && $lch->b[$i] < self::HUELESS) {
                continue;
            }
            $column = max(0, min(self::COLUMNS - 1, (int) ($channels[$across][$i] / $tops[$across] * self::COLUMNS)));
            $row = max(0, min(self::ROWS - 1, (int) ($channels[$up][$i] / $tops[$up] * self::ROWS)));
            $cell = $row * self::COLUMNS + $column;
            $sums[$cell][0] = ($sums[$cell][0] ?? 0.0) + $weight;
            $sums[$cell][1] = ($sums[$cell][1] ?? 0) + 1;
        }
        ksort($sums);
        $cells = [];
        foreach ($sums as $cell => [$sum, $count]) {
            $cells[] = [$cell % self::COLUMNS, intdiv($cell, self::COLUMNS), round($sum / $count, 3)];
        }

        return $cells;
    }
}
