<?php

declare(strict_types=1);

namespace Tovrin\Core\Cube;

/**
 * A lookup table that another program has made: a curve for each channel, then a lattice, then another curve for each channel, each of
 * which may be missing. It means what it means in the encoding it was made for.
 */
final readonly class Lut
{
    /** Up to this size the nodes are unpacked at once; of larger ones only those that are looked up. */
    private const UNPACKED = 65;
    /** First letters of the binary form. */
    private const MARK = "TLUT1\n";

    public string $digest;
    /** @var array{array<int, float>, array<int, float>, array<int, float>}|null red, green and blue of the nodes, where they are unpacked */
    private ?array $nodes;

    /**
     * @param array{float, float, float} $low    least value of each channel that it is made for
     * @param array{float, float, float} $high   largest; above the least
     * @param list<non-empty-list<float>> $before curves of red, green and blue at equal steps from low to high, two values each at least; none or three
     * @param int                        $size   nodes of the lattice along each axis; 0 for none
     * @param string                     $grid   size³ × 3 32-bit little-endian floats, red green blue, red running fastest
     * @param array{float, float, float} $first  where the lattice's first node lies in each channel, in what the curves before it give
     * @param array{float, float, float} $last   and its last
     * @param list<non-empty-list<float>> $after  curves at equal steps over 0…1, the last of all; none or three
     * @param list<non-empty-list<float>> $middle curves at equal steps over 0…1, between the lattice and the matrix; none or three
     * @param list<float>                $matrix 3 × 3 row by row, then what is added to each channel; none or twelve
     */
    public function __construct(
        public array $low,
        public array $high,
        public array $before,
        public int $size,
        private string $grid,
        public array $first,
        public array $last,
        public array $after = [],
        public array $middle = [],
        public array $matrix = [],
    ) {
        if (\strlen($grid) !== 12 * $size ** 3 || $size > Cube::MAX_SIZE || 1 === $size) {
            throw new \InvalidArgumentException(\sprintf('A table of %d nodes along each axis has %d values.', $size, 3 * $size ** 3));
        }
        $this->nodes = $size > 0 && $size <= self::UNPACKED ? self::unpacked($grid) : null;
        $this->digest = hash('sha256', $this->toBytes());
    }

    /** What it is, for people. */
    public function words(): string
    {
        $curve = [] === $this->before ? '' : \sprintf('curves of %s values', number_format(\count($this->before[0])));

        return 0 === $this->size ? 'A table for each channel: '.('' === $curve ? 'no values' : $curve) : \sprintf('A table of %d × %d × %d colours%s', $this->size, $this->size, $this->size, '' === $curve ? '' : ', after '.$curve);
    }

    /** @return array{float, float} the least and the largest value it gives */
    public function range(): array
    {
        $values = [];
        foreach ([] !== $this->after ? $this->after : (0 === $this->size ? $this->before : []) as $curve) {
            array_push($values, min($curve), max($curve));
        }
        if ([] === $this->after && $this->size > 0) {
            for ($at = 0, $n = \strlen($this->grid); $at < $n; $at += 120_000) {
                /** @var non-empty-array<int, float> $some */
                $some = unpack('g*', substr($this->grid, $at, 120_000));
                array_push($values, min($some), max($some));
            }
        }

        return [] === $values ? [0.0, 1.0] : [min($values), max($values)];
    }

    /**
     * What becomes of colours. What lies beyond the values it is made for is taken as the nearest of these, and the rest put back: nothing is
     * clipped between moves.
     *
     * @param array<int, float> $red   encoded
     * @param array<int, float> $green as long
     * @param array<int, float> $blue  as long
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    public function apply(array $red, array $green, array $blue): array
    {
        $beyond = [];
        $values = [$red, $green, $blue];
        foreach ($values as $channel => $given) {
            [$values[$channel], $beyond[$channel]] = self::within($given, $this->low[$channel], $this->high[$channel]);
            if ([] !== $this->before) {
                $values[$channel] = self::curve($values[$channel], $this->before[$channel], $this->low[$channel], $this->high[$channel]);
            }
        }
        if ($this->size > 0) {
            $values = $this->lookedUp($values);
        }
        foreach ([] === $this->middle ? [] : $values as $channel => $given) {
            $values[$channel] = self::curve($given, $this->middle[$channel], 0.0, 1.0);
        }
        $values = [] === $this->matrix ? $values : self::multiplied($values, $this->matrix);
        foreach ([] === $this->after ? [] : $values as $channel => $given) {
            $values[$channel] = self::curve($given, $this->after[$channel], 0.0, 1.0);
        }
        foreach ($beyond as $channel => $rest) {
            foreach ($rest as $i => $more) {
                $values[$channel][$i] += $more;
            }
        }

        return $values;
    }

    /** As it is kept. */
    public function toBytes(): string
    {
        $numbers = [...$this->low, ...$this->high, ...$this->first, ...$this->last];
        $curves = [...$this->before, ...$this->middle, ...$this->after];
        $bytes = self::MARK.pack('V5', $this->size, \count($this->before), \count($this->middle), \count($this->after), \count($this->matrix))
            .pack('V*', ...array_map(static fn (array $curve): int => \count($curve), $curves)).pack('e*', ...$numbers, ...$this->matrix);
        foreach ($curves as $curve) {
            foreach (array_chunk($curve, 4096) as $some) {
                $bytes .= pack('g*', ...$some);
            }
        }

        return $bytes.$this->grid;
    }

    /** Null when these are not the bytes of one. */
    public static function fromBytes(string $bytes): ?self
    {
        if (!str_starts_with($bytes, self::MARK)) {
            return null;
        }
        $at = \strlen(self::MARK);
        /** @var array{1: int, 2: int, 3: int, 4: int, 5: int}|false $head */
        $head = @unpack('V5', $bytes, $at);
        if (false === $head || max($head[2], $head[3], $head[4]) > 3 || !\in_array($head[5], [0, 12], true) || $head[1] > Cube::MAX_SIZE) {
            return null;
        }
        [$size, $before, $middle, $after, $matrix] = array_values($head);
        $at += 20;
        $curves = $before + $middle + $after;
        /** @var array<int, int>|false $counts */
        $counts = 0 === $curves ? [] : @unpack("V$curves", $bytes, $at);
        $at += 4 * $curves;
        /** @var array<int, float>|false $numbers */
        $numbers = @unpack('e'.(12 + $matrix), $bytes, $at);
        $at += 8 * (12 + $matrix);
        if (false === $counts || false === $numbers || \strlen($bytes) !== $at + 4 * array_sum($counts) + 12 * $size ** 3) {
            return null;
        }
        $read = [];
        foreach ($counts as $count) {
            /** @var non-empty-array<int, float> $curve */
            $curve = unpack("g$count", $bytes, $at);
            $read[] = array_values($curve);
            $at += 4 * $count;
        }
        [$low, $high, $first, $last] = array_chunk(array_values($numbers), 3);

        /* @phpstan-ignore argument.type, argument.type, argument.type, argument.type (three numbers each) */
        return new self($low, $high, \array_slice($read, 0, $before), $size, substr($bytes, $at), $first, $last, \array_slice($read, $before + $middle), \array_slice($read, $before, $middle), \array_slice(array_values($numbers), 12));
    }

    /**
     * @param array{array<int, float>, array<int, float>, array<int, float>} $values
     * @param list<float>                                                   $m
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private static function multiplied(array $values, array $m): array
    {
        [$red, $green, $blue] = $values;
        foreach ($red as $i => $r) {
            [$g, $b] = [$green[$i], $blue[$i]];
            $red[$i] = $m[0] * $r + $m[1] * $g + $m[2] * $b + $m[9];
            $green[$i] = $m[3] * $r + $m[4] * $g + $m[5] * $b + $m[10];
            $blue[$i] = $m[6] * $r + $m[7] * $g + $m[8] * $b + $m[11];
        }

        return [$red, $green, $blue];
    }

    /**
     * @param array{array<int, float>, array<int, float>, array<int, float>} $values
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private function lookedUp(array $values): array
    {
        $places = [];
        foreach ($values as $channel => $given) {
            $places[] = self::places($given, $this->first[$channel], $this->last[$channel], $this->size);
        }
        $corners = Tetrahedra::around($places[0], $places[1], $places[2], [1, $this->size, $this->size * $this->size]);
        $nodes = $this->nodes ?? $this->some($corners->nodes());

        return [$corners->between($nodes[0]), $corners->between($nodes[1]), $corners->between($nodes[2])];
    }

    /**
     * @param list<int> $numbers of nodes
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private function some(array $numbers): array
    {
        $red = $green = $blue = [];
        foreach ($numbers as $number) {
            /** @var array{1: float, 2: float, 3: float} $node */
            $node = unpack('g3', $this->grid, 12 * $number);
            [$red[$number], $green[$number], $blue[$number]] = [$node[1], $node[2], $node[3]];
        }

        return [$red, $green, $blue];
    }

    /** @return array{array<int, float>, array<int, float>, array<int, float>} */
    private static function unpacked(string $grid): array
    {
        /** @var array<int, float> $all */
        $all = unpack('g*', $grid);
        $red = $green = $blue = [];
        for ($i = 1, $n = \count($all); $i < $n; $i += 3) {
            $red[] = $all[$i];
            $green[] = $all[$i + 1];
            $blue[] = $all[$i + 2];
        }

        return [$red, $green, $blue];
    }

    /**
     * @param array<int, float> $values
     *
     * @return array{array<int, float>, array<int, float>} within the bounds, and what is beyond, by index, where anything is
     */
    private static function within(array $values, float $low, float $high): array
    {
        $beyond = [];
        foreach ($values as $i => $value) {
            if ($value < $low) {
                [$values[$i], $beyond[$i]] = [$low, $value - $low];
            } elseif ($value > $high) {
                [$values[$i], $beyond[$i]] = [$high, $value - $high];
            }
        }

        return [$values, $beyond];
    }

    /**
     * @param array<int, float>     $values
     * @param non-empty-list<float> $curve  at equal steps from low to high
     *
     * @return array<int, float>
     */
    private static function curve(array $values, array $curve, float $low, float $high): array
    {
        $count = \count($curve);
        if (1 === $count) {
            return array_map(static fn (): float => $curve[0], $values);
        }
        [$index, $rest] = self::places($values, $low, $high, $count);
        foreach ($index as $i => $k) {
            $values[$i] = $curve[$k] + $rest[$i] * ($curve[$k + 1] - $curve[$k]);
        }

        return $values;
    }

    /**
     * @param array<int, float> $values
     *
     * @return array{array<int, int>, array<int, float>} the node below, and the share of the way to the next
     */
    private static function places(array $values, float $low, float $high, int $count): array
    {
        $scale = ($count - 1) / ($high - $low);
        $index = $rest = [];
        foreach ($values as $value) {
            $x = max(0.0, min((float) ($count - 1), ($value - $low) * $scale));
            $k = min($count - 2, (int) $x);
            $index[] = $k;
            $rest[] = $x - $k;
        }

        return [$index, $rest];
    }
}
