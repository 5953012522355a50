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
    /** The planes: name → axes across and up, as [channel (0 light, 1 chroma, 2 hue), top of the axis, cells]. */
    public const PLANES = [
        'hue-chroma' => [[2, 360.0, 120], [1, 0.26, 30]],
        'hue-light' => [[2, 360.0, 120], [0, 1.0, 30]],
        'light-chroma' => [[0, 1.0, 120], [1, 0.26, 30]],
    ];

    /** @param list<array{0: int, 1: int, 2: int, 3: string}> $cells column, row (0 at the foot), count, mean colour `#rrggbb` */
    private function __construct(public array $cells)
    {
    }

    /** @param string $plane a key of PLANES */
    public static function of(ColourBlock $colours, string $plane): self
    {
        [[$across, $acrossTop, $columns], [$up, $upTop, $rows]] = self::PLANES[$plane];
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
            if ($hueless && $lch->b[$i] < 0.004) {
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

        return new self($cells);
    }
}
