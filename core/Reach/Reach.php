<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Model\Points;

/**
 * Which colours a move acts on, and how much: what all of its kinds let through, optionally all but that, and in either case
 * less the held colours.
 */
final readonly class Reach
{
    /** Stretches of hue, chroma and lightness; all open where there are none. */
    public Windows $windows;
    /** What was learned from strokes, if anything. */
    public ?Learned $learned;

    /**
     * @param list<ReachKind>  $kinds  that limit one another; none lets everything through
     * @param list<HeldColour> $held
     * @param bool             $widens whether soft edges of windows grow wider where what is done across them asks for it
     */
    public function __construct(public array $kinds = [], public bool $invert = false, public array $held = [], public bool $widens = false)
    {
        $this->windows = $this->of(Windows::class) ?? new Windows();
        $this->learned = $this->of(Learned::class);
    }

    /** @param list<HeldColour> $held */
    public static function within(?HueWindow $hue = null, ?Window $chroma = null, ?Window $light = null, bool $invert = false, array $held = []): self
    {
        $windows = new Windows($hue, $chroma, $light);

        return new self($windows->isOpen() ? [] : [$windows], $invert, $held);
    }

    /**
     * What it has of a kind.
     *
     * @template T of ReachKind
     *
     * @param class-string<T> $class
     *
     * @return T|null
     */
    public function of(string $class): ?ReachKind
    {
        foreach ($this->kinds as $kind) {
            if ($kind instanceof $class) {
                return $kind;
            }
        }

        return null;
    }

    /** The same with one of its kinds taken out and another one, or none, put in. */
    public function with(?ReachKind $kind, string $instead): self
    {
        $kinds = array_values(array_filter($this->kinds, static fn (ReachKind $one): bool => !$one instanceof $instead));

        return new self(null === $kind ? $kinds : [...$kinds, $kind], $this->invert, $this->held, $this->widens);
    }

    /**
     * Broader or tighter, in all of its kinds.
     *
     * @param float $factor above 0; 1 leaves it as it is
     */
    public function scaled(float $factor): self
    {
        return new self(array_map(static fn (ReachKind $kind): ReachKind => $kind->scaled($factor), $this->kinds), $this->invert, $this->held, $this->widens);
    }

    /**
     * The same on another photo.
     *
     * @param \Closure(): Points $points some of the other photo's colours
     * @param string             $photo  names it; '' for none that has a name
     */
    public function adapted(\Closure $points, string $photo): self
    {
        return new self(array_map(static fn (ReachKind $kind): ReachKind => $kind->adapted($points, $photo), $this->kinds), $this->invert, $this->held, $this->widens);
    }

    /**
     * The weight of each colour.
     *
     * @return array<int, float> 0 (left alone) … 1 (fully moved)
     */
    public function weights(Colours $colours): array
    {
        $weights = null;
        foreach ($this->kinds as $kind) {
            $own = $kind->weights($colours);
            if (null === $weights) {
                $weights = $own;
            } else {
                foreach ($own as $i => $weight) {
                    $weights[$i] *= $weight;
                }
            }
        }
        $weights ??= array_fill(0, $colours->count(), 1.0);
        if ($this->invert) {
            $n = \count($weights);
            for ($i = 0; $i < $n; ++$i) {
                $weights[$i] = 1.0 - $weights[$i];
            }
        }
        foreach ($this->held as $held) {
            $held->carve($colours->lab(), $weights);
        }

        return $weights;
    }
}
