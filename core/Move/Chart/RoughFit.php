<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

use Tovrin\Core\Model\Ridge;

/** A first guess at how colours were seen: encoded values are nearly linear in Lab, by whatever camera. Tells patches from what lies over them. */
final class RoughFit
{
    /** Numbers of a linear correction of three values, for each of three. */
    public const TERMS = 4;
    /** Lab: a patch further off than this counts for less. */
    private const USUAL = 6.0;

    /**
     * @param list<array{0: float, 1: float, 2: float}> $seen   encoded RGB, 0…1
     * @param list<array{0: float, 1: float, 2: float}> $wanted CIE Lab, as many
     * @param int                                       $rounds of which each after the first trusts those less that are far off
     *
     * @return list<float> how far each is from what it should be, in Lab
     */
    public static function off(array $seen, array $wanted, int $rounds): array
    {
        $rows = array_map(static fn (array $colour): array => [...$colour, 1.0], $seen);
        $weights = array_fill(0, \count($rows), 1.0);
        $off = [];
        for ($round = 0; $round < $rounds; ++$round) {
            $squares = array_fill(0, \count($rows), 0.0);
            foreach ([0, 1, 2] as $part) {
                $targets = array_column($wanted, $part);
                $linear = Ridge::solve($rows, $weights, $targets, self::TERMS, 1e-3);
                foreach ($rows as $i => $row) {
                    $squares[$i] += ($linear[0] * $row[0] + $linear[1] * $row[1] + $linear[2] * $row[2] + $linear[3] - $targets[$i]) ** 2;
                }
            }
            $off = array_map(static fn (float $square): float => sqrt($square), array_values($squares));
            $weights = array_map(static fn (float $far): float => 1.0 / (1.0 + ($far / self::USUAL) ** 2), $off);
        }

        return $off;
    }
}
