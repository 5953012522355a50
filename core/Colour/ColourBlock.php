<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * Many colours of one space, as three packed arrays of floats (struct of arrays): keys 0, 1, 2 …
 * without gaps. (They are typed array<int, float>, not list<float>, because hot loops write to them
 * by index.)
 *
 * Everything that computes on colours works on whole blocks: one call a block, never one a
 * colour. Blocks are immutable; changing space makes a new block.
 */
final readonly class ColourBlock
{
    /**
     * @param class-string<ColourSpace> $space
     * @param array<int, float>               $a     first channel
     * @param array<int, float>               $b     second channel, as long as the first
     * @param array<int, float>               $c     third channel, as long as the first
     */
    public function __construct(
        public string $space,
        public array $a,
        public array $b,
        public array $c,
    ) {
        if (\count($a) !== \count($b) || \count($a) !== \count($c)) {
            throw new \InvalidArgumentException('A colour block needs three channels of the same length.');
        }
    }

    /**
     * One colour.
     *
     * @param class-string<ColourSpace> $space
     */
    public static function one(string $space, float $a, float $b, float $c): self
    {
        return new self($space, [$a], [$b], [$c]);
    }

    /**
     * A block from a list of triples; for short lists.
     *
     * @param class-string<ColourSpace>                $space
     * @param list<array{0: float, 1: float, 2: float}> $colours
     */
    public static function of(string $space, array $colours): self
    {
        return new self($space, array_column($colours, 0), array_column($colours, 1), array_column($colours, 2));
    }

    public function count(): int
    {
        return \count($this->a);
    }

    /** The first of them, so many. */
    public function before(int $count): self
    {
        return new self($this->space, \array_slice($this->a, 0, $count), \array_slice($this->b, 0, $count), \array_slice($this->c, 0, $count));
    }

    /** The same colours so many times, one after the other. */
    public function repeated(int $times): self
    {
        return new self($this->space, array_merge(...array_fill(0, $times, $this->a)), array_merge(...array_fill(0, $times, $this->b)), array_merge(...array_fill(0, $times, $this->c)));
    }

    /**
     * The colour at an index, as a triple.
     *
     * @return array{0: float, 1: float, 2: float}
     */
    public function at(int $index): array
    {
        return [$this->a[$index], $this->b[$index], $this->c[$index]];
    }

    /** @param non-empty-list<self> $blocks all in one space */
    public static function joined(array $blocks): self
    {
        return new self(
            $blocks[0]->space,
            array_merge(...array_map(static fn (self $one): array => $one->a, $blocks)),
            array_merge(...array_map(static fn (self $one): array => $one->b, $blocks)),
            array_merge(...array_map(static fn (self $one): array => $one->c, $blocks)),
        );
    }

    /** At most so many of the colours, taken evenly; this very block when it has no more. */
    public function thinned(int $most): self
    {
        $n = \count($this->a);
        if ($n <= $most) {
            return $this;
        }
        $a = $b = $c = [];
        for ($k = 0; $k < $most; ++$k) {
            $i = intdiv((2 * $k + 1) * $n, 2 * $most);
            $a[] = $this->a[$i];
            $b[] = $this->b[$i];
            $c[] = $this->c[$i];
        }

        return new self($this->space, $a, $b, $c);
    }

    /**
     * The same colours in another space; this very block when it is there already.
     *
     * @param class-string<ColourSpace> $space
     */
    public function in(string $space): self
    {
        if ($space === $this->space) {
            return $this;
        }
        $up = ColourSpaces::ancestry($this->space);
        $down = ColourSpaces::ancestry($space);
        // Drop the ancestors both share, but for the last one, where the two paths meet.
        while (\count($up) > 1 && \count($down) > 1 && $up[\count($up) - 2] === $down[\count($down) - 2]) {
            array_pop($up);
            array_pop($down);
        }
        array_pop($up);
        array_pop($down);
        $a = $this->a;
        $b = $this->b;
        $c = $this->c;
        foreach ($up as $step) {
            $step::toParent($a, $b, $c);
        }
        foreach (array_reverse($down) as $step) {
            $step::fromParent($a, $b, $c);
        }

        return new self($space, $a, $b, $c);
    }
}
