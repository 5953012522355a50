<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\Colours;

/**
 * Which colours a move acts on, and how much: hue window × chroma window × lightness window, optionally
 * all but these, and in either case less the held colours. A window that is null lets everything through.
 */
final readonly class Reach
{
    /**
     * @param list<HeldColour> $held
     */
    public function __construct(
        public ?HueWindow $hue = null,
        public ?Window $chroma = null,
        public ?Window $light = null,
        public bool $invert = false,
        public array $held = [],
    ) {
    }

    /**
     * Broader or tighter: every window and its soft edges scaled about its middle.
     *
     * @param float $factor above 0; 1 leaves it as it is
     */
    public function scaled(float $factor): self
    {
        return new self($this->hue?->scaled($factor), $this->chroma?->scaled($factor, 0.5), $this->light?->scaled($factor, 1.0), $this->invert, $this->held);
    }

    /**
     * The weight of each colour.
     *
     * @return array<int, float> 0 (left alone) … 1 (fully moved)
     */
    public function weights(Colours $colours): array
    {
        $lch = $colours->lch();
        $weights = array_fill(0, $lch->count(), 1.0);
        $this->hue?->narrow($lch->c, $lch->b, $weights);
        $this->chroma?->narrow($lch->b, $weights);
        $this->light?->narrow($lch->a, $weights);
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
