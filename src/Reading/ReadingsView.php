<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** What a grade makes of a photo, and what the move being worked on takes in. */
final readonly class ReadingsView
{
    /**
     * @param list<array{after: string, difference: float}>              $pots          each pot after the grade, and by how much it differs (CIEDE2000)
     * @param float|null                                                  $reached       share of the picture that the watched move takes in
     * @param list<array{pot: int, reached: float, share: float}>         $spill         what it takes in, largest first: share of the pot, share of the picture
     * @param string|null                                                 $reachedColour the middle of it
     * @param array{before: float, after: float}|null                     $spread        how far it is spread (CIEDE2000)
     */
    public function __construct(public array $pots, public ?float $reached, public array $spill, public ?string $reachedColour, public ?array $spread, public ?WidenedView $widened, public ScopesView $scopes)
    {
    }
}
