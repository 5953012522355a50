<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Model\Points;
use Tovrin\Core\Move\Fitting;
use Tovrin\Core\Move\GoesByGrain;

/** Fits a grade that was made on one photo to another, so that its moves do the same there. */
final class Fit
{
    /**
     * Learned reaches follow their thing, and moves that hold on to a photo's colours find them anew; everything else stays as
     * it is.
     *
     * @param ColourBlock $colours some of the other photo's colours, evenly spread over it; any space; at least one
     * @param string      $photo   names the other photo in what is learned on it
     * @param \Closure(): array{0: float, 1: float, 2: float} $grain how noisy the other photo is, see Grain::ofPlainParts(); asked for only where a move goes by it
     */
    public static function to(Grade $grade, ColourBlock $colours, string $photo, \Closure $grain): Grade
    {
        $known = null;
        $points = static function () use (&$known, $colours): Points {
            return $known ??= Points::of($colours);
        };
        $moves = [];
        foreach ($grade->moves as $move) {
            $reach = $move->reach;
            if ($move->kind instanceof Fitting) {
                $move = $move->doing($move->kind->fitted($colours));
            } elseif ($move->kind instanceof GoesByGrain && $move->kind->goesByGrain()) {
                $move = $move->doing($move->kind->steadied($grain()));
            }
            $moves[] = null === $reach ? $move : $move->reaching($reach->adapted($points, $photo));
        }

        return $grade->with($moves);
    }
}
