<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** What the planes of a grade are at each of some colours. */
final readonly class PlaneValues
{
    /** @param array<int, array<int, float>> $values by number of the plane, one a colour, 0…1; a plane without values counts as 1 */
    public function __construct(public Planes $planes, public array $values)
    {
    }

    /**
     * How much a move acts on each colour.
     *
     * @param array<int, float>|null $reach weights of its reach; null is 1 everywhere
     *
     * @return array<int, float>|null
     */
    public function weights(int $move, ?array $reach): ?array
    {
        $number = $this->planes->of[$move] ?? null;
        $own = null === $number ? null : $this->values[$number] ?? null;
        if (null === $number || null === $own) {
            return $reach;
        }
        if (null === $reach || $this->planes->all[$number]->isSoftened()) {
            return $own;
        }
        foreach ($own as $i => $weight) {
            $own[$i] = $weight * $reach[$i];
        }

        return $own;
    }

    /** Whether a move's plane stands for its reach here, so that this need not be worked out. */
    public function replacesReach(int $move): bool
    {
        $number = $this->planes->of[$move] ?? null;

        return null !== $number && isset($this->values[$number]) && $this->planes->all[$number]->isSoftened();
    }

    /** The same for the colours so many times, one after the other. */
    public function repeated(int $times): self
    {
        return new self($this->planes, array_map(static fn (array $own): array => array_merge(...array_fill(0, $times, $own)), $this->values));
    }

    /**
     * Everything as many times as a plane has levels, one after the other, and that plane at each of them.
     *
     * @param non-empty-list<float> $levels 0…1
     * @param int                   $count  colours there are now
     */
    public function spread(int $plane, array $levels, int $count): self
    {
        $values = array_map(static fn (array $own): array => array_merge(...array_fill(0, \count($levels), $own)), $this->values);
        $values[$plane] = array_merge(...array_map(static fn (float $level): array => array_fill(0, $count, $level), $levels));

        return new self($this->planes, $values);
    }
}
