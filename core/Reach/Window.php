<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Tone\Smooth;

/**
 * A stretch of chroma or lightness: 1 on [from, to], falling with smooth() over a soft width on
 * either side, 0 beyond. All four in the unit of what is windowed (OKLCh L or C).
 */
final readonly class Window
{
    public function __construct(
        public float $from,
        public float $to,
        public float $softFrom = 0.0,
        public float $softTo = 0.0,
    ) {
        if ($from > $to) {
            throw new \InvalidArgumentException(\sprintf('A window must not start (%g) above its end (%g).', $from, $to));
        }
        if ($softFrom < 0.0 || $softTo < 0.0) {
            throw new \InvalidArgumentException('A soft edge cannot be narrower than nothing.');
        }
    }

    /** The same stretch with its extent and soft edges scaled about its middle, kept within 0 and a limit. */
    public function scaled(float $factor, float $limit): self
    {
        // An end that lies on the limit of the axis stays there: it means "no end".
        $low = $this->from <= 0.0;
        $high = $this->to >= $limit;
        $middle = $low ? 0.0 : ($high ? $limit : ($this->from + $this->to) / 2);
        $from = max(0.0, $middle - $factor * ($middle - $this->from));
        $to = min($limit, $middle + $factor * ($this->to - $middle));

        return new self(round($from, 4), round($to, 4), round($factor * $this->softFrom, 4), round($factor * $this->softTo, 4));
    }

    /**
     * Multiplies weights by this window, in place: a hot loop.
     *
     * @param array<int, float> $values  what is windowed
     * @param array<int, float> $weights as many as values
     *
     * @param-out array<int, float> $weights
     */
    public function narrow(array $values, array &$weights): void
    {
        $from = $this->from;
        $to = $this->to;
        $softFrom = $this->softFrom;
        $softTo = $this->softTo;
        $n = \count($values);
        for ($i = 0; $i < $n; ++$i) {
            $v = $values[$i];
            if ($v < $from) {
                $weights[$i] = $softFrom > 0.0 ? $weights[$i] * Smooth::at(1.0 - ($from - $v) / $softFrom) : 0.0;
            } elseif ($v > $to) {
                $weights[$i] = $softTo > 0.0 ? $weights[$i] * Smooth::at(1.0 - ($v - $to) / $softTo) : 0.0;
            }
        }
    }
}
