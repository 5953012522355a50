<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Grade\Trouble;

/** Something that goes wrong with a photo's colours in a grade. */
final readonly class Finding
{
    /**
     * @param float       $share  of the photo, 0…1
     * @param int         $at     index of the colour that shows it most, among those that were looked at
     * @param int         $move   index of the move that adds most of it
     * @param string      $colour `#rrggbb`, the photo's colour that shows it most
     */
    public function __construct(public Trouble $trouble, public float $share, public int $at, public int $move, public string $colour)
    {
    }

    /** What it is, and how much of the photo shows it. */
    public function words(): string
    {
        $percent = 100.0 * $this->share;

        return \sprintf($percent >= 10.0 ? '%s in %.0f %% of the photo' : '%s in %.1f %% of the photo', ucfirst($this->trouble->words()), $percent);
    }

    /** Whether one would see it without looking for it. A little of it lies at the edges of things in most photos; an empty channel is what strong dark colours have. */
    public function isPlain(): bool
    {
        return $this->share >= match ($this->trouble) {
            Trouble::Torn, Trouble::Noise => 0.03,
            Trouble::Gamut => 0.05,
            Trouble::RedEmpty, Trouble::GreenEmpty, Trouble::BlueEmpty => 0.1,
            default => 0.01,
        };
    }

    /** How much it matters: torn colours are seen at once, a channel at its end mostly in what has no detail. */
    public function weight(): float
    {
        return $this->share * match ($this->trouble) {
            Trouble::Torn => 4.0,
            Trouble::Noise => 2.0,
            Trouble::Gamut => 0.5,
            default => 1.0,
        };
    }
}
