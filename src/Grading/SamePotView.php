<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** One thing in several photos, as graded: how much its colour differs. */
final readonly class SamePotView
{
    /**
     * @param string              $name   of the pot in the photo it is taken from
     * @param float               $spread the largest difference between any two of them, ΔE00
     * @param list<PotThereView>  $photos the photo it is taken from first
     */
    public function __construct(public string $name, public float $spread, public array $photos)
    {
    }
}
