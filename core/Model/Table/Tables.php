<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

use Tovrin\Core\Colour\ColourBlock;

/**
 * Remembers tables, in this process and on a shelf for others: they are made when what they say changes, so that drags on a
 * move's other controls cost no more than without.
 */
final class Tables
{
    private const REMEMBERED = 48;
    /** How many colours a lattice has that is drawn while something is dragged. */
    private const COMES_AGAIN = [500, 5000];

    private static ?TableShelf $shelf = null;
    /** @var array<string, mixed> */
    private static array $known = [];
    /** @var \WeakMap<ColourBlock, string>|null */
    private static ?\WeakMap $names = null;

    /** Keeps tables for other processes too. */
    public static function keepOn(?TableShelf $shelf): void
    {
        self::$shelf = $shelf;
        self::$known = [];
    }

    /**
     * What a table makes of some colours. The lattices of a live preview come again and again: what they got is kept too, which
     * is far less to take from the shelf than the table.
     *
     * @param callable(): WeightTable $make
     * @param ColourBlock             $lab   OKLab
     * @param bool                    $again whether the very same colours will be asked about again, however few they are
     *
     * @return list<float>
     */
    public static function weights(string $key, callable $make, ColourBlock $lab, bool $again = false): array
    {
        $n = $lab->count();
        if (null === self::$shelf || isset(self::$known[$key]) || (!$again && $n < self::COMES_AGAIN[0]) || $n > self::COMES_AGAIN[1]) {
            return self::table($key, $make)->at($lab);
        }
        $own = $key.'w'.self::name($lab);
        $bytes = self::$shelf->get($own);
        if (null !== $bytes && \strlen($bytes) === 8 * $n) {
            /** @var array<int, float> $weights */
            $weights = unpack('e*', $bytes);

            return array_values($weights);
        }
        $weights = self::table($key, $make)->at($lab);
        self::$shelf->put($own, pack('e*', ...$weights));

        return $weights;
    }

    /** @param callable(): WeightTable $make */
    private static function table(string $key, callable $make): WeightTable
    {
        return self::known($key, WeightTable::fromBytes(...), $make, static fn (WeightTable $table): string => $table->toBytes());
    }

    /** Names some colours, the same for the same numbers. */
    private static function name(ColourBlock $lab): string
    {
        self::$names ??= new \WeakMap();

        return self::$names[$lab] ??= hash('xxh128', pack('e*', ...$lab->a).pack('e*', ...$lab->b).pack('e*', ...$lab->c));
    }

    /**
     * Anything else that takes long to work out.
     *
     * @template T of object
     *
     * @param string              $key  letters and digits; names all that it depends on
     * @param callable(string): ?T $read  what was kept on the shelf; null when these are not the bytes of it
     * @param callable(): T        $make
     * @param callable(T): string  $write
     *
     * @return T
     */
    public static function known(string $key, callable $read, callable $make, callable $write): object
    {
        $value = self::$known[$key] ?? null;
        if (null === $value) {
            $value = $read((string) self::$shelf?->get($key));
            if (null === $value) {
                $value = $make();
                self::$shelf?->put($key, $write($value));
            }
            self::remember($key, $value);
        }

        /** @var T $value */
        return $value;
    }

    /**
     * Spares others working it out.
     *
     * @param string $bytes as known() will read it
     */
    public static function know(string $key, object $value, string $bytes): void
    {
        self::$shelf?->put($key, $bytes);
        self::remember($key, $value);
    }

    private static function remember(string $key, object $value): void
    {
        self::$known = \array_slice(self::$known, -self::REMEMBERED, null, true) + [$key => $value];
    }
}
