<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\Core\Reading\Reading;

/** One colour in the figures and words that people read. */
final readonly class ColourView
{
    /**
     * @param string      $hex        `#rrggbb`
     * @param list<int>   $rgb        8-bit sRGB
     * @param list<float> $hsl        degrees, per cent, per cent
     * @param list<float> $lab        CIELAB, D50
     * @param list<float> $oklch      lightness, chroma, degrees
     * @param string      $name       plain name
     * @param string      $neutrality what it leans to, and by how much
     */
    private function __construct(public string $hex, public array $rgb, public array $hsl, public array $lab, public array $oklch, public string $name, public string $neutrality)
    {
    }

    public static function of(Reading $reading): self
    {
        return new self(...$reading->figures());
    }
}
