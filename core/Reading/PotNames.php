<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;

/** Names for a photo's colours, such that no two of them have the same. */
final class PotNames
{
    /** A difference in hue of this many degrees, or in chroma or lightness of this much, is worth naming. */
    private const LEANS = 0.012;

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
            $groups[ColourName::of(...$lch->at($i))][] = $i;
        }
        $names = [];
        foreach ($groups as $name => $members) {
            foreach (self::told($members, $lch, (string) $name) as $i => $own) {
                $names[$i] = $own;
            }
        }
        ksort($names);

        return array_values($names);
    }

    /**
     * Tells colours of one name apart: by lightness, or by saturation, whichever differs more.
     *
     * @param non-empty-list<int> $members
     *
     * @return array<int, string>
     */
    private static function told(array $members, ColourBlock $lch, string $name): array
    {
        $n = \count($members);
        if (1 === $n) {
            return [$members[0] => $name];
        }
        $chromas = array_map(static fn (int $i): float => $lch->b[$i], $members);
        $lights = array_map(static fn (int $i): float => $lch->a[$i], $members);
        $byChroma = max($chromas) - min($chromas) > max(self::LEANS, max($lights) - min($lights));
        usort($members, static fn (int $p, int $q): int => $byChroma ? $lch->b[$p] <=> $lch->b[$q] : $lch->a[$p] <=> $lch->a[$q]);
        [$less, $more] = $byChroma ? ['softer', 'fuller'] : ['darker', 'lighter'];
        $steps = match ($n) {
            2 => [$less, $more],
            3 => [$less, 'middle', $more],
            4 => ['much '.$less, $less, $more, 'much '.$more],
            default => null,
        };
        $told = [];
        foreach ($members as $at => $i) {
            $told[$i] = null === $steps ? \sprintf('%s %d', $name, $at + 1) : $steps[$at].' '.$name;
        }

        return $told;
    }
}
