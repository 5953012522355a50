<?php

declare(strict_types=1);

namespace Tovrin\Core\Tone;

/**
 * Shadows, midtones and highlights as three smooth weights over OKLab lightness that sum to one.
 *
 * Shadows weigh 1 up to `shadowsFull` and nothing from `shadowsEnd` on; highlights weigh nothing
 * up to `highlightsStart` and 1 from `highlightsFull` on; midtones have the rest.
 */
final readonly class ToneZones
{
    public const NAMES = ['shadows', 'midtones', 'highlights'];
    public const DEFAULTS = ['shadowsFull' => 0.2, 'shadowsEnd' => 0.5, 'highlightsStart' => 0.6, 'highlightsFull' => 0.9];

    /** @throws \InvalidArgumentException when the bounds do not rise */
    public function __construct(
        public float $shadowsFull = self::DEFAULTS['shadowsFull'],
        public float $shadowsEnd = self::DEFAULTS['shadowsEnd'],
        public float $highlightsStart = self::DEFAULTS['highlightsStart'],
        public float $highlightsFull = self::DEFAULTS['highlightsFull'],
    ) {
        if ($shadowsFull > $shadowsEnd || $shadowsEnd > $highlightsStart || $highlightsStart > $highlightsFull) {
            throw new \InvalidArgumentException(\sprintf('The tone bounds must rise: shadows full (%g), shadows end (%g), highlights start (%g), highlights full (%g).', $shadowsFull, $shadowsEnd, $highlightsStart, $highlightsFull));
        }
    }

    /**
     * The weights of each tone: a hot loop.
     *
     * @param array<int, float> $light OKLab lightness
     *
     * @return array{0: array<int, float>, 1: array<int, float>, 2: array<int, float>} shadows, midtones, highlights
     */
    public function weights(array $light): array
    {
        $s0 = $this->shadowsFull;
        $sSpan = max(1e-9, $this->shadowsEnd - $s0);
        $h0 = $this->highlightsStart;
        $hSpan = max(1e-9, $this->highlightsFull - $h0);
        $shadows = $midtones = $highlights = [];
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $l = $light[$i];
            $low = 1.0 - Smooth::at(($l - $s0) / $sSpan);
            $high = Smooth::at(($l - $h0) / $hSpan);
            $shadows[] = $low;
            $highlights[] = $high;
            $midtones[] = 1.0 - $low - $high;
        }

        return [$shadows, $midtones, $highlights];
    }
}
