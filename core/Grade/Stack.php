<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Cube\Cube;

/**
 * A grade with planes as several cubes, one for each combination of levels of its planes, between which one goes in straight lines.
 * The first plane runs fastest from cube to cube.
 */
final readonly class Stack
{
    /** Cubes that may be needed for a file: more would take too long to compute, and too much memory. */
    private const LAYERS_MOST = 20;
    /** The same for the screen. */
    private const SHOWN_MOST = 20;
    /** Bytes of a table that is looked up in. */
    private const BYTES_MOST = 42_000_000;
    /** On the screen, less than this is not seen; ΔE00, and common practice. */
    private const SEEN = 0.1;
    /** How many times less a bend that is halved is off: four times where it is even, less at the edge of the gamut. */
    private const HALVED = 3.0;
    /** Nodes along each axis that levels are chosen by where no photo is known. */
    private const SCOUTS = 5;
    /** Nodes worked on at once. */
    private const BLOCK = 6000;

    /** @param list<non-empty-list<float>> $levels of each plane, rising at equal steps from 0 to 1 */
    private function __construct(public Planes $planes, public array $levels)
    {
    }

    /** @param list<int> $levels of each plane, at least 2; fewer are made that */
    public static function of(Planes $planes, array $levels = []): self
    {
        $steps = [];
        for ($plane = 0; $plane < $planes->count(); ++$plane) {
            $top = max(2, $levels[$plane] ?? 2) - 1;
            $steps[] = array_map(static fn (int $i): float => $i / $top, range(0, $top));
        }

        return new self($planes, $steps);
    }

    /**
     * For the browser, once nothing moves: each plane with as many levels as it needs and as can be computed while one waits.
     *
     * @param ColourBlock|null $colours some of the photo's, encoded sRGB; null where it is not known
     */
    public static function settled(Grade $grade, Planes $planes, ?ColourBlock $colours = null, int $most = self::SHOWN_MOST): self
    {
        $errors = self::halfway($grade, self::of($planes), $colours ?? Colours::lattice(self::SCOUTS, 0, self::SCOUTS)->working());
        $best = self::of($planes);
        $least = [] === $errors ? 0.0 : max($errors);
        for ($tried = [$best]; [] !== $tried;) {
            $stack = array_shift($tried);
            // What is left of a bend with each halving.
            $left = array_map(static fn (float $error, int $levels): float => $error / self::HALVED ** log($levels - 1, 2), $errors, $stack->counts());
            if ($least > self::SEEN && [] !== $left && max($left) < $least) {
                [$best, $least] = [$stack, max($left)];
            }
            foreach (array_keys($stack->levels) as $plane) {
                array_push($tried, ...array_filter([$stack->finer($plane, min($most, self::SHOWN_MOST))]));
            }
        }

        return $best;
    }

    /** @return list<float> for each plane how far off going in a straight line from 0 to 1 is halfway, ΔE00, root of the mean square */
    private static function halfway(Grade $grade, self $stack, ColourBlock $colours): array
    {
        $count = max(1, $colours->count());
        $errors = [];
        foreach (array_keys($stack->levels) as $plane) {
            $values = array_fill(0, $stack->planes->count(), array_fill(0, $count, 1.0));
            $values[$plane] = array_fill(0, $count, 0.5);
            $judge = new LatticeJudge($grade, EncodingTransform::srgb(), [$colours->a, $colours->b, $colours->c], new PlaneValues($stack->planes, $values));
            $off = $judge->differencesBetweenLevels($stack);
            $errors[] = sqrt(array_sum(array_map(static fn (float $one): float => $one * $one, $off)) / $count);
        }

        return $errors;
    }

    /** With the steps of one plane halved. Null when that would be too many. */
    public function finer(int $plane, int $most = self::LAYERS_MOST): ?self
    {
        $counts = $this->counts();
        $counts[$plane] = 2 * $counts[$plane] - 1;
        $finer = self::of($this->planes, array_values($counts));

        return $finer->layers() <= $most ? $finer : null;
    }

    /** @return list<int> how many levels each plane has */
    public function counts(): array
    {
        return array_map(\count(...), $this->levels);
    }

    /** Whether cubes of a size are small enough together. */
    public function allows(int $size): bool
    {
        return 6 * $size ** 3 * $this->layers() <= self::BYTES_MOST;
    }

    /** @return int<1, max> how many cubes there are */
    public function layers(): int
    {
        return max(1, (int) array_product($this->counts()));
    }

    /**
     * The parts of a table that several processes have computed, joined: the layers of all are one after the other.
     *
     * @param list<string> $parts see Compiler::tableWords()
     */
    public static function joined(array $parts, int $layers): string
    {
        if (1 === \count($parts)) {
            return $parts[0];
        }
        $words = '';
        for ($layer = 0; $layer < $layers; ++$layer) {
            foreach ($parts as $part) {
                $length = intdiv(\strlen($part), $layers);
                $words .= substr($part, $layer * $length, $length);
            }
        }

        return $words;
    }

    /**
     * For the browser: the cubes one after the other as Cube::toFloats() gives them, and where mattes are softened one more, which has
     * the weight of each plane's reach, before it is softened, in red, green and blue.
     *
     * @param int                                                      $size  nodes along each axis
     * @param int|null                                                 $watch index of the move whose weight goes into the fourth channel
     * @param \Closure(Colours, PlaneValues): array<int, float>|null $weigh what goes there instead
     */
    public function floats(Grade $grade, int $size, ?int $watch, ?\Closure $weigh = null): string
    {
        return implode('', array_map(static fn (Cube $cube): string => $cube->toFloats(), $this->cubes($grade, $size, $watch, $weigh)));
    }

    /**
     * The same as cubes.
     *
     * @param int                                                      $size  nodes along each axis
     * @param int|null                                                 $watch index of the move whose weight goes into the fourth channel
     * @param \Closure(Colours, PlaneValues): array<int, float>|null $weigh what goes there instead
     *
     * @return non-empty-list<Cube>
     */
    public function cubes(Grade $grade, int $size, ?int $watch, ?\Closure $weigh = null): array
    {
        $layers = $this->layers();
        $slabs = max(1, intdiv(self::BLOCK, $size * $size));
        /** @var array<int, list<array<int, float>>> $red */
        $red = $green = $blue = $weights = $mattes = [];
        for ($first = 0; $first < $size; $first += $slabs) {
            $nodes = Colours::lattice($size, $first, min($size, $first + $slabs));
            $each = $nodes->count();
            [$running, $watched] = Evaluator::stack($grade, $nodes, $this->planes, $this->levels, null === $watch ? [] : [$watch]);
            $finished = Gamut::intoSrgb($running->working());
            $own = null === $watch ? array_fill(0, $layers * $each, 1.0) : $watched[$watch];
            for ($layer = 0; $layer < $layers; ++$layer) {
                $red[$layer][] = \array_slice($finished->a, $layer * $each, $each);
                $green[$layer][] = \array_slice($finished->b, $layer * $each, $each);
                $blue[$layer][] = \array_slice($finished->c, $layer * $each, $each);
                $weights[$layer][] = null === $weigh ? \array_slice($own, $layer * $each, $each) : $weigh($nodes, $this->valuesOf($layer, $each));
            }
            foreach ($this->planes->all as $number => $plane) {
                $mattes[$number][] = $plane->reach?->weights($nodes) ?? array_fill(0, $each, 1.0);
            }
        }
        $cubes = [];
        for ($layer = 0; $layer < $layers; ++$layer) {
            $cubes[] = new Cube($size, array_merge(...$red[$layer]), array_merge(...$green[$layer]), array_merge(...$blue[$layer]), array_merge(...$weights[$layer]));
        }

        return $this->planes->areSoftened() ? [...$cubes, self::mattes($size, array_map(static fn (array $parts): array => array_merge(...$parts), $mattes))] : $cubes;
    }

    /** What the planes are in one of the cubes, for so many colours. */
    private function valuesOf(int $layer, int $count): PlaneValues
    {
        $values = [];
        foreach ($this->levels as $plane => $levels) {
            $values[$plane] = array_fill(0, $count, $levels[$layer % \count($levels)] ?? 1.0);
            $layer = intdiv($layer, \count($levels));
        }

        return new PlaneValues($this->planes, $values);
    }

    /** @param array<int, array<int, float>> $mattes one to three */
    private static function mattes(int $size, array $mattes): Cube
    {
        $ones = array_fill(0, $size ** 3, 1.0);

        return new Cube($size, $mattes[0] ?? $ones, $mattes[1] ?? $ones, $mattes[2] ?? $ones);
    }
}
