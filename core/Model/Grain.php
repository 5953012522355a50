<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;

/** How noisy a picture is: each pixel against its neighbours. */
final class Grain
{
    private const PLACES = 6000;
    /** Makes a median of absolute deviations a standard deviation, for normal noise. */
    private const MEDIAN_TO_DEVIATION = 1.4826;
    /** A pixel less the mean of four others varies by √(1 + ¼). */
    private const OWN_PART = 0.894;

    /**
     * @param string $rgb 8-bit encoded RGB, row by row without padding
     *
     * @return array{0: float, 1: float, 2: float} standard deviation in L, a and b of OKLab
     */
    public static function of(string $rgb, int $width, int $height): array
    {
        if ($width < 3 || $height < 3) {
            return [0.0, 0.0, 0.0];
        }
        $step = max(1, (int) floor(($width - 2) * ($height - 2) / self::PLACES));
        $planes = [[], [], []];
        for ($n = 0, $all = ($width - 2) * ($height - 2); $n < $all; $n += $step) {
            $at = (1 + intdiv($n, $width - 2)) * $width + 1 + $n % ($width - 2);
            foreach ([$at, $at - 1, $at + 1, $at - $width, $at + $width] as $pixel) {
                for ($channel = 0; $channel < 3; ++$channel) {
                    $planes[$channel][] = \ord($rgb[3 * $pixel + $channel]) / 255.0;
                }
            }
        }
        $lab = (new ColourBlock(Srgb::class, ...$planes))->in(OkLab::class);

        return [self::deviation($lab->a), self::deviation($lab->b), self::deviation($lab->c)];
    }

    /** @param array<int, float> $values a pixel and its four neighbours, and so on */
    private static function deviation(array $values): float
    {
        $away = [];
        for ($i = 0, $n = \count($values); $i < $n; $i += 5) {
            $away[] = abs($values[$i] - ($values[$i + 1] + $values[$i + 2] + $values[$i + 3] + $values[$i + 4]) / 4);
        }
        sort($away);

        return round(self::MEDIAN_TO_DEVIATION * self::OWN_PART * $away[intdiv(\count($away), 2)], 5);
    }
}
