<?php

// How well a photo's pots are its things: for each object of the masked scenes, the overlap (intersection over union) of the pot
// that fits it best, over all pixels. Colour alone cannot part things of one colour, so that 1 is out of reach.

declare(strict_types=1);

use Tovrin\Core\Reading\Pots;
use Tovrin\Tests\Choosing\MaskedPhoto;

require __DIR__.'/../vendor/autoload.php';

$overlaps = [];
$counts = [];
foreach (MaskedPhoto::names() as $name) {
    $photo = MaskedPhoto::named($name);
    $pots = Pots::of($photo->study);
    $counts[] = $pots->count();
    $of = $pots->membership($photo->colours->lab());
    $sizes = array_count_values($of);
    foreach ($photo->objects() as $object) {
        $both = array_fill_keys(array_keys($sizes), 0);
        $all = 0;
        foreach ($photo->labels as $i => $label) {
            if ($label === $object) {
                ++$all;
                ++$both[$of[$i]];
            }
        }
        $overlaps[] = max(array_map(static fn (int $pot): float => $both[$pot] / ($sizes[$pot] + $all - $both[$pot]), array_keys($sizes)));
    }
}
sort($overlaps);
$n = count($overlaps);
printf("Pots, %d objects on %d scenes: overlap of the best pot mean %.3f, median %.3f, lower quartile %.3f; %.1f pots a photo\n", $n, count($counts), array_sum($overlaps) / $n, $overlaps[intdiv($n, 2)], $overlaps[intdiv($n, 4)], array_sum($counts) / count($counts));
