<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Table;

use Tovrin\Core\Model\Holdings;
use Tovrin\Core\Model\Nodes;
use Tovrin\Core\Reach\Learned;

/**
 * Tables of learned reaches: made when a reach changes, so that drags on a move's own controls cost no more than without.
 *
 * What was learned is worked out once on the nodes near the photo's colours, and kept by itself, since tighter–broader and
 * softer–firmer only read it in another way.
 */
final class Tables
{
    private const REMEMBERED = 16;

    private static ?TableShelf $shelf = null;
    /** @var array<string, WeightTable> */
    private static array $tables = [];
    /** @var array<string, array{0: Nodes, 1: list<float>, 2: list<float>}> */
    private static array $fields = [];

    /** Keeps tables for other processes too. */
    public static function keepOn(?TableShelf $shelf): void
    {
        self::$shelf = $shelf;
        self::$tables = self::$fields = [];
    }

    /**
     * Spares working out anew what the one who taught it knows of the nodes.
     *
     * @param list<float> $field what the reach makes of the nodes of its model
     * @param list<float> $mass  how densely the photo's colours lie there
     */
    public static function know(Learned $reach, Nodes $nodes, array $field, array $mass): void
    {
        $key = $reach->key();
        self::$shelf?->put($key, pack('e*', ...$field, ...$mass));
        self::$fields = \array_slice(self::$fields, -self::REMEMBERED, null, true) + [$key => [$nodes, $field, $mass]];
    }

    public static function of(Learned $reach): WeightTable
    {
        $key = hash('xxh128', $reach->key().pack('e2', $reach->broader, $reach->soft));
        if (!isset(self::$tables[$key])) {
            $table = WeightTable::fromBytes((string) self::$shelf?->get($key));
            if (null === $table) {
                [$nodes, $field, $mass] = self::field($reach);
                $table = self::table($nodes, array_map($reach->ramp(...), $field), $mass, $reach->over());
                self::$shelf?->put($key, $table->toBytes());
            }
            self::$tables = \array_slice(self::$tables, -self::REMEMBERED, null, true) + [$key => $table];
        }

        return self::$tables[$key];
    }

    /**
     * What a reach makes of the nodes near its photo's colours.
     *
     * @return array{0: Nodes, 1: list<float>, 2: list<float>} and how densely its colours lie there
     */
    public static function field(Learned $reach): array
    {
        $key = $reach->key();
        if (!isset(self::$fields[$key])) {
            $nodes = $reach->model->nodes();
            $bytes = (string) self::$shelf?->get($key);
            if (\strlen($bytes) !== 16 * $nodes->count()) {
                $holdings = Holdings::of($reach->model->scales, $nodes->points());
                $field = [...$holdings->sum($reach->weights, $reach->level), ...$holdings->mass];
                self::$shelf?->put($key, pack('e*', ...$field));
            } else {
                /** @var array<int, float> $field */
                $field = unpack('e*', $bytes);
                $field = array_values($field);
            }
            self::$fields = \array_slice(self::$fields, -self::REMEMBERED, null, true) + [$key => [$nodes, \array_slice($field, 0, $nodes->count()), \array_slice($field, $nodes->count())]];
        }

        return self::$fields[$key];
    }

    /**
     * @param list<float> $weights by node
     * @param list<float> $mass    by node
     */
    private static function table(Nodes $nodes, array $weights, array $mass, float $over): WeightTable
    {
        $places = array_map(Nodes::place(...), $nodes->keys);
        $reached = [];
        foreach ($weights as $n => $weight) {
            if ($weight > 0.0) {
                $reached[] = $places[$n];
            }
        }
        if ([] === $reached) {
            return new WeightTable([0, 0, 0], [0, 0, 0], []);
        }
        $from = static fn (int $axis): int => min([$reached[0][$axis], ...array_column($reached, $axis)]) - GentleSlope::margin($axis, $over);
        $nodes = static fn (int $axis, int $first): int => max([$reached[0][$axis], ...array_column($reached, $axis)]) + GentleSlope::margin($axis, $over) - $first + 1;
        $origin = [$from(0), $from(1), $from(2)];
        $size = [$nodes(0, $origin[0]), $nodes(1, $origin[1]), $nodes(2, $origin[2])];
        $known = $lying = [];
        foreach ($places as $n => [$i, $j, $k]) {
            [$i, $j, $k] = [$i - $origin[0], $j - $origin[1], $k - $origin[2]];
            if ($i >= 0 && $j >= 0 && $k >= 0 && $i < $size[0] && $j < $size[1] && $k < $size[2]) {
                $at = ($i * $size[1] + $j) * $size[2] + $k;
                $known[$at] = $weights[$n];
                $lying[$at] = $mass[$n];
            }
        }

        return new WeightTable($origin, $size, (new GentleSlope($size, $over))->gentle($known, $lying));
    }
}
