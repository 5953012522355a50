<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Reading\Checks;
use Tovrin\Core\Reading\Remedy;

/** Says what goes wrong with a photo's colours in a grade. */
final readonly class CheckReader
{
    public function __construct(private PhotoColours $colours)
    {
    }

    /**
     * @param bool $ways whether ways out are looked for
     *
     * @return list<FindingView> worst first
     */
    public function read(Photo $photo, Grade $grade, bool $ways = true): array
    {
        $placed = $this->colours->placedDigest($photo)->thinned(Checks::SAMPLES);
        $planes = $placed->planes($grade);
        $grain = $this->colours->grain($photo);
        $views = [];
        foreach (Checks::of($grade, $placed->colours, $grain, $planes) as $finding) {
            $way = !$ways ? null : Remedy::for($finding, $grade, $placed->colours, $grain, $planes);
            $mended = $grade->moves;
            if (null !== $way) {
                $mended[$finding->move] = $way->move;
            }
            [$x, $y] = $placed->placeOf($finding->at);
            $views[] = new FindingView($finding->trouble->value, $finding->trouble->words(), $finding->share, $x, $y, $finding->colour, $grade->moves[$finding->move]->id, $way?->words, $way?->share, null === $way ? null : $grade->with(array_values($mended)));
        }

        return $views;
    }
}
