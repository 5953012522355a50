<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Area\Frame;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\PlaneValues;

/** Some of a photo's colours, and where on it each of them lies. */
final readonly class PlacedColours
{
    /**
     * @param \Closure(): array{array<int, float>, array<int, float>} $places in shares of width and height, one a colour; asked for only where a grade has planes
     */
    public function __construct(public ColourBlock $colours, private Frame $frame, private \Closure $places)
    {
    }

    /**
     * What the planes of a grade are at the colours; softened mattes as they are before.
     *
     * @param list<int> $watch indices of moves whose planes count even where they change nothing
     *
     * @return PlaneValues|null null for a grade that is a matter of colour alone
     */
    public function planes(Grade $grade, array $watch = []): ?PlaneValues
    {
        $planes = Planes::of($grade, $watch);

        return 0 === $planes->count() ? null : new PlaneValues($planes, $planes->at($this->frame, ...($this->places)(), source: new Colours($this->colours)));
    }

    /** @return array{0: float, 1: float} where one of them lies, in shares of width and height */
    public function placeOf(int $index): array
    {
        [$x, $y] = ($this->places)();

        return [$x[$index] ?? 0.0, $y[$index] ?? 0.0];
    }

    /** Evenly chosen among them, at most so many. */
    public function thinned(int $most): self
    {
        return new self($this->colours->thinned($most), $this->frame, function () use ($most): array {
            [$x, $y] = ($this->places)();
            $few = (new ColourBlock(OkLab::class, $x, $y, $y))->thinned($most);

            return [$few->a, $few->b];
        });
    }
}
