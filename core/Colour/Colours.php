<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * Colours that are wanted in several spaces: each conversion is made once and kept, so that
 * consecutive moves of one space, and all reaches on one colour, share it.
 */
final class Colours
{
    /** @var array<class-string<ColourSpace>, ColourBlock> */
    private array $known;

    public function __construct(private readonly ColourBlock $given)
    {
        $this->known = [$given->space => $given];
    }

    /** The same colours, known in two spaces from the start; both must say the same. */
    public static function inBoth(ColourBlock $given, ColourBlock $other): self
    {
        $colours = new self($given);
        $colours->known[$other->space] = $other;

        return $colours;
    }

    /**
     * The nodes of a lattice between two levels of blue, which runs slowest; red runs fastest.
     */
    public static function lattice(int $size, int $first, int $past): self
    {
        $axis = [];
        for ($i = 0; $i < $size; ++$i) {
            $axis[] = $i / ($size - 1);
        }
        // A lattice has few distinct levels: their linear values are computed once, not per node.
        $linear = (new ColourBlock(Srgb::class, $axis, $axis, $axis))->in(LinearSrgb::class)->a;
        $colours = new self(new ColourBlock(Srgb::class, ...self::grid([$axis, $axis, $axis], $first, $past, false)));
        $colours->known[LinearSrgb::class] = new ColourBlock(LinearSrgb::class, ...self::grid([$linear, $linear, $linear], $first, $past, false));

        return $colours;
    }

    /** @param class-string<ColourSpace> $space */
    public function in(string $space): ColourBlock
    {
        if (isset($this->known[$space])) {
            return $this->known[$space];
        }
        // Start from the closest space that is already known on the way to the root.
        foreach (ColourSpaces::ancestry($space) as $ancestor) {
            if (isset($this->known[$ancestor])) {
                return $this->known[$space] = $this->known[$ancestor]->in($space);
            }
        }

        return $this->known[$space] = $this->given->in($space);
    }

    public function lch(): ColourBlock
    {
        $this->lab();

        return $this->in(OkLch::class);
    }

    public function lab(): ColourBlock
    {
        return $this->in(OkLab::class);
    }

    /** The same colours so many times, one after the other. */
    public function repeated(int $times): self
    {
        $blocks = array_map(static fn (ColourBlock $block): ColourBlock => $block->repeated($times), $this->known);
        $colours = new self($blocks[$this->given->space]);
        $colours->known = $blocks;

        return $colours;
    }

    /** The colours in the space they were given in. */
    public function working(): ColourBlock
    {
        return $this->given;
    }

    public function count(): int
    {
        return $this->given->count();
    }

    /**
     * The channels of a lattice's nodes between two levels of the one that runs slowest.
     *
     * @param array{array<int, float>, array<int, float>, array<int, float>} $axes where the nodes are in red, green and blue, equally many
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    public static function grid(array $axes, int $first, int $past, bool $redSlowest): array
    {
        [$inner, $between, $outer] = $redSlowest ? [$axes[2], $axes[1], $axes[0]] : $axes;
        $size = \count($inner);
        $levels = $past - $first;
        // Whole runs of values at once.
        $plane = array_merge(...array_map(static fn (float $value): array => array_fill(0, $size, $value), $between));
        $fast = array_merge(...array_fill(0, $size * $levels, $inner));
        $middle = array_merge(...array_fill(0, $levels, $plane));
        $slow = array_merge(...array_map(static fn (float $value): array => array_fill(0, $size * $size, $value), \array_slice($outer, $first, $levels)));

        return $redSlowest ? [$slow, $middle, $fast] : [$fast, $middle, $slow];
    }
}
