<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Tone\Smooth;

/**
 * A stretch of the hue circle, in OKLCh degrees, running upwards from `from` to `to` (through 360
 * where `to` is the smaller). Fades with smooth() below chroma 0.02, where hue has no meaning.
 */
final readonly class HueWindow
{
    /**
     * @param float $from     degrees
     * @param float $to       degrees; equal to $from is a single hue
     * @param float $softFrom width in degrees of the soft edge before $from, 0…180
     * @param float $softTo   width in degrees of the soft edge after $to, 0…180
     */
    public function __construct(
        public float $from,
        public float $to,
        public float $softFrom = 0.0,
        public float $softTo = 0.0,
    ) {
        if ($softFrom < 0.0 || $softTo < 0.0) {
            throw new \InvalidArgumentException('A soft edge cannot be narrower than nothing.');
        }
    }

    /** Degrees from start to end, 0…360. */
    public function width(): float
    {
        $width = fmod($this->to - $this->from, 360.0);
        if ($width < 0.0) {
            $width += 360.0;
        }

        return 0.0 === $width && $this->to > $this->from ? 360.0 : $width;
    }

    /** The same stretch with its extent and soft edges scaled about its middle. */
    public function scaled(float $factor): self
    {
        $half = min(180.0, $factor * $this->width() / 2);
        if ($half >= 180.0) {
            return new self(0.0, 360.0);
        }
        $middle = $this->from + $this->width() / 2;
        $turn = static fn (float $hue): float => round($hue - 360.0 * floor($hue / 360.0), 2);

        return new self($turn($middle - $half), $turn($middle + $half), min(180.0, round($factor * $this->softFrom, 2)), min(180.0, round($factor * $this->softTo, 2)));
    }

    /**
     * Multiplies weights by this window, in place: a hot loop.
     *
     * @param array<int, float> $hues    degrees
     * @param array<int, float> $chromas OKLCh chroma
     * @param array<int, float> $weights as many as hues
     *
     * @param-out array<int, float> $weights
     */
    public function narrow(array $hues, array $chromas, array &$weights): void
    {
        $width = $this->width();
        $from = $this->from;
        $softFrom = $this->softFrom;
        $softTo = $this->softTo;
        $n = \count($hues);
        for ($i = 0; $i < $n; ++$i) {
            $past = $hues[$i] - $from;
            $past -= 360.0 * floor($past / 360.0);
            if ($past > $width) {
                // Outside: near the end, near the start, or (with wide edges) near both.
                $after = $softTo > 0.0 ? Smooth::at(1.0 - ($past - $width) / $softTo) : 0.0;
                $before = $softFrom > 0.0 ? Smooth::at(1.0 - (360.0 - $past) / $softFrom) : 0.0;
                $weights[$i] *= $after > $before ? $after : $before;
            }
            $chroma = $chromas[$i];
            if ($chroma < Smooth::FADE_CHROMA) {
                $weights[$i] *= Smooth::at($chroma / Smooth::FADE_CHROMA);
            }
        }
    }
}
