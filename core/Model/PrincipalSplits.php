<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/**
 * Parts points into groups: whichever group is spread out most is parted at its mean, across the way it is spread along most. No chance is in
 * it, and a little noise moves it a little.
 *
 * Source: D. Boley, Principal Direction Divisive Partitioning (Data Mining and Knowledge Discovery 2, 1998).
 */
final class PrincipalSplits
{
    private const AXIS_ROUNDS = 16;

    /**
     * @param Points      $points at least one
     * @param int<1, max> $count  groups wanted; with fewer different points there are fewer
     *
     * @return non-empty-list<array{0: float, 1: float, 2: float}> their means
     */
    public static function means(Points $points, int $count): array
    {
        $groups = [self::group($points, range(0, $points->count() - 1))];
        while (\count($groups) < $count) {
            $widest = 0;
            foreach ($groups as $g => $group) {
                $widest = $group['spread'] > $groups[$widest]['spread'] ? $g : $widest;
            }
            // Fewer different colours than components: the rest would be doubles.
            if ($groups[$widest]['spread'] <= 1e-12) {
                break;
            }
            ['mean' => [$x, $y, $z], 'along' => [$u, $v, $w], 'members' => $members] = $groups[$widest];
            $parts = [[], []];
            foreach ($members as $i) {
                $parts[($points->x[$i] - $x) * $u + ($points->y[$i] - $y) * $v + ($points->z[$i] - $z) * $w > 0.0 ? 1 : 0][] = $i;
            }
            if ([] === $parts[0] || [] === $parts[1]) {
                break;
            }
            $groups[$widest] = self::group($points, $parts[0]);
            $groups[] = self::group($points, $parts[1]);
        }

        return array_column($groups, 'mean');
    }

    /**
     * @param non-empty-list<int> $members
     *
     * @return array{members: non-empty-list<int>, mean: array{0: float, 1: float, 2: float}, along: array{0: float, 1: float, 2: float}, spread: float} with the way it is spread along most, and how much in all
     */
    private static function group(Points $points, array $members): array
    {
        [$px, $py, $pz] = [$points->x, $points->y, $points->z];
        $n = \count($members);
        $x = $y = $z = $xx = $xy = $xz = $yy = $yz = $zz = 0.0;
        foreach ($members as $i) {
            $x += $px[$i];
            $y += $py[$i];
            $z += $pz[$i];
        }
        [$x, $y, $z] = [$x / $n, $y / $n, $z / $n];
        foreach ($members as $i) {
            [$a, $b, $c] = [$px[$i] - $x, $py[$i] - $y, $pz[$i] - $z];
            $xx += $a * $a;
            $xy += $a * $b;
            $xz += $a * $c;
            $yy += $b * $b;
            $yz += $b * $c;
            $zz += $c * $c;
        }
        // The power method, from the axis with most of it.
        [$u, $v, $w] = $xx >= $yy && $xx >= $zz ? [$xx, $xy, $xz] : ($yy >= $zz ? [$xy, $yy, $yz] : [$xz, $yz, $zz]);
        $along = 0.0;
        for ($round = 0; $round < self::AXIS_ROUNDS; ++$round) {
            [$u, $v, $w] = [$xx * $u + $xy * $v + $xz * $w, $xy * $u + $yy * $v + $yz * $w, $xz * $u + $yz * $v + $zz * $w];
            $along = sqrt($u * $u + $v * $v + $w * $w);
            if ($along <= 0.0) {
                break;
            }
            [$u, $v, $w] = [$u / $along, $v / $along, $w / $along];
        }

        return ['members' => $members, 'mean' => [$x, $y, $z], 'along' => [$u, $v, $w], 'spread' => $along];
    }
}
