<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

/**
 * Remembers tables, in this process and on a shelf for others: they are made when what they say changes, so that drags on a
 * move's other controls cost no more than without.
 */
final class Tables
{
    private const REMEMBERED = 48;

    private static ?TableShelf $shelf = null;
    /** @var array<string, mixed> */
    private static array $known = [];

    /** Keeps tables for other processes too. */
    public static function keepOn(?TableShelf $shelf): void
    {
        self::$shelf = $shelf;
        self::$known = [];
    }

    /** @param callable(): WeightTable $make */
    public static function table(string $key, callable $make): WeightTable
    {
        return self::known($key, WeightTable::fromBytes(...), $make, static fn (WeightTable $table): string => $table->toBytes());
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
