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
        self::$fields = self::remembering(self::$fields, $key, [$nodes, $field, $mass]);
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
            self::$tables = self::remembering(self::$tables, $key, $table);
        }

        return self::$tables[$key];
    }

    /**
     * What a reach makes of the nodes near its photo's colours.
     *
     * @return array{0: Nodes, 1: list<float>, 2: list<float>} and how densely its colours lie there
     */
    private static function field(Learned $reach): array
    {
        $key = $reach->key();
        if (!isset(self::$fields[$key])) {
            $nodes = $reach->model->nodes();
            $bytes = (string) self::$shelf?->get($key);
            if (\strlen($bytes) === 16 * $nodes->count() && '' !== $bytes) {
                /** @var array<int, float> $both */
                $both = unpack('e*', $bytes);
                self::$fields = self::remembering(self::$fields, $key, [$nodes, \array_slice($both, 0, $nodes->count()), \array_slice($both, $nodes->count())]);
            } else {
                $holdings = Holdings::of($reach->model->scales, $nodes->points());
                self::know($reach, $nodes, $holdings->sum($reach->weights, $reach->level), $holdings->mass);
            }
        }

        return self::$fields[$key];
    }

    /**
     * The newest of a memory, and one more.
     *
     * @template T
     *
     * @param array<string, T> $memory
     * @param T                $value
     *
     * @return array<string, T>
     */
    private static function remembering(array $memory, string $key, mixed $value): array
    {
        return \array_slice($memory, -self::REMEMBERED, null, true) + [$key => $value];
    }

    /**
     * @param list<float> $weights by node
     * @param list<float> $mass    by node
     */
    private static function table(Nodes $nodes, array $weights, array $mass, float $over): WeightTable
    {
        $places = array_map(Nodes::place(...), $nodes->keys);
        $low = $high = null;
        foreach ($weights as $n => $weight) {
            if ($weight > 0.0) {
                [$i, $j, $k] = $places[$n];
                $low = null === $low ? [$i, $j, $k] : [min($i, $low[0]), min($j, $low[1]), min($k, $low[2])];
                $high = null === $high ? [$i, $j, $k] : [max($i, $high[0]), max($j, $high[1]), max($k, $high[2])];
            }
        }
        if (null === $low || null === $high) {
            return new WeightTable([0, 0, 0], [0, 0, 0], []);
        }
        $room = [GentleSlope::margin(0, $over), GentleSlope::margin(1, $over), GentleSlope::margin(2, $over)];
        $origin = [$low[0] - $room[0], $low[1] - $room[1], $low[2] - $room[2]];
        $size = [$high[0] - $low[0] + 2 * $room[0] + 1, $high[1] - $low[1] + 2 * $room[1] + 1, $high[2] - $low[2] + 2 * $room[2] + 1];
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
