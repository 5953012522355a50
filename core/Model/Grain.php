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
    /** Pixels of a square each way, squares that are looked at, and share of them, the evenest, that counts as plain. */
    private const BLOCK = 12;
    private const BLOCKS = 900;
    private const PLAIN = 0.3;

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

    /**
     * How noisy the plain parts of a picture are, over so few pixels that nothing but noise changes there: what the blocks of a compressed
     * picture are off by counts too, as it shows when it is blown up.
     *
     * @param string $rgb 8-bit encoded RGB, row by row without padding
     *
     * @return array{0: float, 1: float, 2: float} standard deviation in L, a and b of OKLab; 0, 0, 0 of a picture without plain parts that are not clipped
     */
    public static function ofPlainParts(string $rgb, int $width, int $height): array
    {
        $blocks = self::blocks($rgb, $width, $height);
        if ([] === $blocks) {
            return [0.0, 0.0, 0.0];
        }
        $size = self::BLOCK ** 2;
        $lab = (new ColourBlock(Srgb::class, ...$blocks))->in(OkLab::class);
        $found = [];
        for ($at = 0, $all = $lab->count(); $at < $all; $at += $size) {
            $found[] = [self::unevenness($lab->a, $at), self::unevenness($lab->b, $at), self::unevenness($lab->c, $at)];
        }
        usort($found, static fn (array $one, array $other): int => $one[0] <=> $other[0]);
        $plain = \array_slice($found, 0, max(1, (int) (self::PLAIN * \count($found))));

        $mean = static fn (int $channel): float => round(array_sum(array_column($plain, $channel)) / max(1, \count($plain)), 5);

        return [$mean(0), $mean(1), $mean(2)];
    }

    /**
     * Squares of pixels evenly spread over a picture, one after the other; those that are clipped are left out.
     *
     * @return array{}|array{list<float>, list<float>, list<float>} encoded red, green and blue
     */
    private static function blocks(string $rgb, int $width, int $height): array
    {
        [$across, $down] = [intdiv($width, self::BLOCK), intdiv($height, self::BLOCK)];
        $step = max(1, intdiv($across * $down, self::BLOCKS));
        $channels = [[], [], []];
        for ($n = 0; $n < $across * $down; $n += $step) {
            $bytes = '';
            for ($row = 0, $left = self::BLOCK * ($n % $across); $row < self::BLOCK; ++$row) {
                $bytes .= substr($rgb, 3 * ((self::BLOCK * intdiv($n, $across) + $row) * $width + $left), 3 * self::BLOCK);
            }
            if (false !== strpbrk($bytes, "\0\xff")) {
                continue;
            }
            foreach ((array) unpack('C*', $bytes) as $i => $value) {
                \assert(\is_int($value));
                $channels[($i - 1) % 3][] = $value / 255.0;
            }
        }

        return [] === $channels[0] ? [] : $channels;
    }

    /**
     * Standard deviation in a square, less what rises evenly across it.
     *
     * @param array<int, float> $values
     */
    private static function unevenness(array $values, int $at): float
    {
        $size = self::BLOCK;
        $middle = ($size - 1) / 2.0;
        $sum = $squares = $across = $down = 0.0;
        for ($i = 0; $i < $size * $size; ++$i) {
            $value = $values[$at + $i];
            $sum += $value;
            $squares += $value * $value;
            $across += ($i % $size - $middle) * $value;
            $down += (intdiv($i, $size) - $middle) * $value;
        }
        // The sum of the squares of the places, in a line of the square, times the lines.
        $places = $size * $size * ($size * $size - 1) / 12.0;

        return sqrt(max(0.0, $squares - $sum * $sum / ($size * $size) - ($across * $across + $down * $down) / $places) / ($size * $size));
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
