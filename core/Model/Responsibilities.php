<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/** How much each component of a model holds of each of many points, without what is next to nothing. */
final readonly class Responsibilities
{
    private const NEGLIGIBLE = 1e-4;

    /**
     * @param list<array<int, float>> $rows by point, by component over all scales in order: shares that sum to one over a scale
     *                                      (to nothing for a point that a whole scale is far from)
     * @param list<float>             $mass how densely the photo's colours lie at each point, at the finest scale
     */
    private function __construct(public array $rows, public array $mass)
    {
    }

    /**
     * @param list<Mixture> $scales
     * @param Points        $sorted by x, rising
     */
    public static function of(array $scales, Points $sorted): self
    {
        $n = $sorted->count();
        $rows = array_fill(0, $n, []);
        $component = 0;
        $sums = [];
        foreach ($scales as $scale) {
            $sums = array_fill(0, $n, 1e-30);
            $near = [];
            foreach ($scale->components as $one) {
                [$first, $densities] = $near[] = Densities::near($one, $sorted);
                $i = $first;
                foreach ($densities as $density) {
                    $sums[$i++] += $density;
                }
            }
            foreach ($near as [$first, $densities]) {
                $i = $first;
                foreach ($densities as $density) {
                    $held = $density / $sums[$i];
                    if ($held > self::NEGLIGIBLE) {
                        $rows[$i][$component] = $held;
                    }
                    ++$i;
                }
                ++$component;
            }
        }

        return new self($rows, array_values($sums));
    }

    /** Those of a model on nodes, from where its tables are kept: reading them takes a quarter of the time. */
    public static function kept(ColourModel $model, Nodes $nodes): self
    {
        $name = 'responsibilities'.hash('xxh128', pack('e*', ...$model->numbers()).pack('V*', ...$nodes->keys));
        $components = $model->count();

        return $model->tables->known($name, static fn (string $bytes): ?self => self::fromBytes($bytes, $nodes->count(), $components), static fn (): self => self::of($model->scales, $nodes->points()), static fn (self $it): string => $it->toBytes());
    }

    private function toBytes(): string
    {
        $counts = $components = $held = '';
        foreach ($this->rows as $row) {
            $counts .= pack('v', \count($row));
            $components .= pack('v*', ...array_keys($row));
            $held .= pack('e*', ...$row);
        }

        return $counts.pack('e*', ...$this->mass).$held.$components;
    }

    /** @return self|null null when these are not the bytes of as many points and components */
    private static function fromBytes(string $bytes, int $points, int $components): ?self
    {
        if (0 === $points || \strlen($bytes) < 10 * $points) {
            return null;
        }
        /** @var array<int, int> $counts */
        $counts = unpack('v'.$points, $bytes);
        $entries = array_sum($counts);
        if (\strlen($bytes) !== 10 * $points + 10 * $entries) {
            return null;
        }
        /** @var array<int, float> $mass */
        $mass = unpack('e'.$points, $bytes, 2 * $points);
        /** @var array<int, float> $held */
        $held = $entries > 0 ? unpack('e'.$entries, $bytes, 10 * $points) : [];
        /** @var array<int, int> $which */
        $which = $entries > 0 ? unpack('v'.$entries, $bytes, 10 * $points + 8 * $entries) : [];
        if ([] !== $which && max($which) >= $components) {
            return null;
        }
        $rows = [];
        $at = 0;
        foreach ($counts as $count) {
            $row = [];
            for ($end = $at + $count; $at < $end;) {
                ++$at;
                $row[$which[$at]] = $held[$at];
            }
            $rows[] = $row;
        }

        return new self($rows, array_values($mass));
    }

    /**
     * A weighted sum of what the components hold: a hot loop.
     *
     * @param array<int, float> $weights by component
     *
     * @return list<float> by point
     */
    public function sum(array $weights, float $level): array
    {
        $sums = [];
        foreach ($this->rows as $row) {
            $sum = $level;
            foreach ($row as $component => $held) {
                $sum += $held * $weights[$component];
            }
            $sums[] = $sum;
        }

        return $sums;
    }

    /**
     * How much each component holds of some of the points together: a hot loop.
     *
     * @param array<int, float|int> $counts     what each point counts for, by its number
     * @param int                   $components of all scales
     *
     * @return list<float> by component
     */
    public function totals(array $counts, int $components): array
    {
        $totals = array_fill(0, $components, 0.0);
        foreach ($counts as $point => $count) {
            foreach ($this->rows[$point] as $component => $held) {
                $totals[$component] += $count * $held;
            }
        }

        return array_values($totals);
    }
}
