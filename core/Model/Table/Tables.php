<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

use Tovrin\Core\Colour\ColourBlock;

/**
 * Remembers tables, by itself and on a shelf for other processes: they are made when what they say changes, so that drags on a
 * move's other controls cost no more than without. A colour model knows where its tables are kept.
 */
final class Tables
{
    private const REMEMBERED = 48;
    /** Of what looks name by digest; each may be some megabytes. */
    private const LARGE = 12;
    /** How many colours a lattice has that is drawn while something is dragged. */
    private const COMES_AGAIN = [500, 5000];

    /** @var array<string, mixed> */
    private array $known = [];
    /** @var \WeakMap<ColourBlock, string> */
    private readonly \WeakMap $names;

    /** @var array<string, object> by digest */
    private array $large = [];

    /**
     * @param TableShelf|null $shelf keeps tables for other processes too
     * @param DataShelf|null  $kept  keeps what comes from elsewhere, and cannot be made again
     */
    public function __construct(private readonly ?TableShelf $shelf = null, private readonly ?DataShelf $kept = null)
    {
        $this->names = new \WeakMap();
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
    public function weights(string $key, callable $make, ColourBlock $lab, bool $again = false): array
    {
        $n = $lab->count();
        if (null === $this->shelf || isset($this->known[$key]) || (!$again && $n < self::COMES_AGAIN[0]) || $n > self::COMES_AGAIN[1]) {
            return $this->table($key, $make)->at($lab);
        }
        $own = $key.'w'.$this->name($lab);
        $bytes = $this->shelf->get($own);
        if (null !== $bytes && \strlen($bytes) === 8 * $n) {
            /** @var array<int, float> $weights */
            $weights = unpack('e*', $bytes);

            return array_values($weights);
        }
        $weights = $this->table($key, $make)->at($lab);
        $this->shelf->put($own, pack('e*', ...$weights));

        return $weights;
    }

    /** @param callable(): WeightTable $make */
    private function table(string $key, callable $make): WeightTable
    {
        return $this->known($key, WeightTable::fromBytes(...), $make, static fn (WeightTable $table): string => $table->toBytes());
    }

    /** Names some colours, the same for the same numbers. */
    private function name(ColourBlock $lab): string
    {
        return $this->names[$lab] ??= hash('xxh128', pack('e*', ...$lab->a).pack('e*', ...$lab->b).pack('e*', ...$lab->c));
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
    public function known(string $key, callable $read, callable $make, callable $write): object
    {
        $value = $this->known[$key] ?? null;
        if (null === $value) {
            $value = $read((string) $this->shelf?->get($key));
            if (null === $value) {
                $value = $make();
                $this->shelf?->put($key, $write($value));
            }
            $this->remember($key, $value);
        }

        /** @var T $value */
        return $value;
    }

    /**
     * Spares others working it out.
     *
     * @param string $bytes as known() will read it
     */
    public function know(string $key, object $value, string $bytes): void
    {
        $this->shelf?->put($key, $bytes);
        $this->remember($key, $value);
    }

    /**
     * Something large that a look names by its digest; null when it is not here.
     *
     * @template T of object
     *
     * @param callable(string): ?T $read null when these are not the bytes of it
     *
     * @return T|null
     */
    public function kept(string $digest, callable $read): ?object
    {
        if (!isset($this->large[$digest])) {
            $bytes = $this->kept?->data($digest);
            $value = null === $bytes || hash('sha256', $bytes) !== $digest ? null : $read($bytes);
            if (null === $value) {
                return null;
            }
            $this->hold($digest, $value);
        }

        /** @var T $value */
        $value = $this->large[$digest];

        return $value;
    }

    /** Keeps something that has come along with a look. */
    public function keep(string $digest, object $value, string $bytes): void
    {
        if (!isset($this->large[$digest])) {
            $this->kept?->keepData($digest, $bytes);
            $this->hold($digest, $value);
        }
    }

    /** Whether what is not here is missing; without a shelf nobody knows. */
    public function keepsData(): bool
    {
        return null !== $this->kept;
    }

    private function hold(string $digest, object $value): void
    {
        $this->large = \array_slice($this->large, -self::LARGE, null, true) + [$digest => $value];
    }

    private function remember(string $key, object $value): void
    {
        $this->known = \array_slice($this->known, -self::REMEMBERED, null, true) + [$key => $value];
    }
}
