<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\Colours;

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
     * @param list<ReachKind>  $kinds that limit one another; none lets everything through
     * @param list<HeldColour> $held
     */
    public function __construct(public array $kinds = [], public bool $invert = false, public array $held = [])
    {
        $windows = $learned = null;
        foreach ($kinds as $kind) {
            $windows = $kind instanceof Windows ? $kind : $windows;
            $learned = $kind instanceof Learned ? $kind : $learned;
        }
        $this->windows = $windows ?? new Windows();
        $this->learned = $learned;
    }

    /** @param list<HeldColour> $held */
    public static function within(?HueWindow $hue = null, ?Window $chroma = null, ?Window $light = null, bool $invert = false, array $held = []): self
    {
        $windows = new Windows($hue, $chroma, $light);

        return new self($windows->isOpen() ? [] : [$windows], $invert, $held);
    }

    /** The same with one of its kinds taken out and another one, or none, put in. */
    public function with(?ReachKind $kind, string $instead): self
    {
        $kinds = array_values(array_filter($this->kinds, static fn (ReachKind $one): bool => !$one instanceof $instead));

        return new self(null === $kind ? $kinds : [...$kinds, $kind], $this->invert, $this->held);
    }

    /**
     * Broader or tighter: every window and its soft edges scaled about its middle, what was learned read broader or tighter.
     *
     * @param float $factor above 0; 1 leaves it as it is
     */
    public function scaled(float $factor): self
    {
        $reach = $this->windows->isOpen() ? $this : $this->with($this->windows->scaled($factor), Windows::class);

        return null === $this->learned ? $reach : $reach->with($this->learned->tuned(max(-1.0, min(1.0, $this->learned->broader + log($factor, 4))), $this->learned->soft), Learned::class);
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
