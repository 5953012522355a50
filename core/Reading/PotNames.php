<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;

/** Names for a photo's colours, such that no two of them have the same. */
final class PotNames
{
    /** Two colours of one name whose OKLCh L differs by less than this are told apart by how strong they are, */
    private const LIGHT = 0.05;
    /** if their chroma differs by this much, and by more than their lightness. */
    private const CHROMA = 0.02;

    /**
     * @param list<array{0: float, 1: float, 2: float}> $centres OKLab
     *
     * @return list<string>
     */
    public static function of(array $centres): array
    {
        $lch = ColourBlock::of(OkLab::class, $centres)->in(OkLch::class);
        $groups = [];
        foreach (array_keys($centres) as $i) {
            $groups[ColourName::noun(...$lch->at($i))][] = $i;
        }
        $names = [];
        foreach ($groups as $noun => $members) {
            $names += self::told($members, $lch, (string) $noun);
        }
        ksort($names);

        return array_values($names);
    }

    /**
     * Tells colours of one name apart: by lightness first, or two that are about as light by how strong they are.
     *
     * @param non-empty-list<int> $members
     *
     * @return array<int, string>
     */
    private static function told(array $members, ColourBlock $lch, string $noun): array
    {
        usort($members, static fn (int $p, int $q): int => $lch->a[$p] <=> $lch->a[$q]);
        $levels = [];
        foreach ($members as $at => $i) {
            $last = array_key_last($levels);
            if (null !== $last && 1 === \count($levels[$last]) && self::differInStrength($lch, $levels[$last][0], $i)) {
                $levels[$last][] = $i;
            } else {
                $levels[] = [$i];
            }
        }
        $steps = self::rising($noun, array_map(static fn (array $level): int => ColourName::step($noun, $lch->a[$level[0]], $lch->b[$level[0]]), $levels));
        $told = [];
        foreach ($levels as $level => $alike) {
            $plain = null === $steps ? \sprintf('%s %d', $noun, $level + 1) : ColourName::words($steps[$level], $noun);
            if (1 === \count($alike)) {
                $told[$alike[0]] = $plain;
            } else {
                [$weak, $strong] = $lch->b[$alike[0]] < $lch->b[$alike[1]] ? $alike : array_reverse($alike);
                $told[$weak] = 'muted '.$plain;
                $told[$strong] = 'strong '.$plain;
            }
        }

        return $told;
    }

    private static function differInStrength(ColourBlock $lch, int $p, int $q): bool
    {
        $lighter = abs($lch->a[$p] - $lch->a[$q]);

        return $lighter < self::LIGHT && abs($lch->b[$p] - $lch->b[$q]) > max(self::CHROMA, $lighter);
    }

    /**
     * Steps of lightness that rise from one to the next and differ as little as can be from those that were wanted.
     *
     * @param list<int> $wanted rising or level
     *
     * @return list<int>|null null for more than there are
     */
    private static function rising(string $noun, array $wanted): ?array
    {
        $best = null;
        $least = \INF;
        $most = ColourName::steps($noun);
        for ($set = 0; $set < 1 << $most; ++$set) {
            $steps = array_values(array_filter(range(0, $most - 1), static fn (int $step): bool => 0 !== ($set >> $step & 1)));
            if (\count($steps) !== \count($wanted)) {
                continue;
            }
            $off = array_sum(array_map(static fn (int $step, int $one): float => $step !== $one && ColourName::isAbsolute($step, $noun) ? \INF : ($step - $one) ** 2, $steps, $wanted));
            if ($off < $least) {
                [$best, $least] = [$steps, $off];
            }
        }

        return $best;
    }
}
