<?php

// Exporting a 24-megapixel JPEG with one move on the whole photo, in one area, and three moves in three planes: an ellipse, a gradient and a
// brush that stays on its colour; and with a softened matte. Times beside each other, memory, and how near the stack of cubes comes to
// exact evaluation with planes at 0, 1/2, 1 and in between.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/Watched.php';

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Preview;
use Tovrin\Bench\Watched;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\LatticeChoice;
use Tovrin\Core\Grade\LatticeJudge;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Tests\Outside;

$scratch = Outside::scratch();
$root = Outside::root();
Outside::run([Outside::convert(), $root.'/demo/photos/jug-on-bricks.jpg', '-resize', '6000x4000!', '-quality', '92', $scratch.'/24mp.jpg']);
$three = LookJson::read((string) file_get_contents($root.'/demo/looks/jug-alone.json'));
$one = new Grade([$three->moves[0], ...array_map(static fn (Move $move): Move => $move->everywhere(), array_slice($three->moves, 1))]);
$softened = new Grade([new Move($three->moves[0]->kind, reach: $three->moves[0]->reach, id: 'm1', soften: 4.0), ...array_map(static fn (Move $move): Move => $move->everywhere(), array_slice($three->moves, 1))]);
$looks = ['without planes' => $three->colourPart(), 'one area' => $one, 'a softened matte' => $softened, 'three planes' => $three];
$times = $peaks = [];
foreach ($looks as $name => $grade) {
    file_put_contents("$scratch/$name.json", LookWriter::write($grade));
}
// Turn about, so that a slow spell of the machine meets all.
for ($i = 0; $i < 5; ++$i) {
    foreach (array_keys($looks) as $name) {
        [$times[$name][], $peaks[$name][]] = Watched::run([$root.'/bin/tovrin', 'render', $scratch.'/24mp.jpg', '--look', "$scratch/$name.json", '-o', $scratch.'/out.jpg']);
    }
}
$middle = static function (array $values): float {
    sort($values);

    return $values[intdiv(count($values), 2)];
};
foreach (array_keys($looks) as $name) {
    printf("Export of 24 megapixels, three moves, %s: %.2f s, %.2f × without, at most %.0f MB\n", $name, $middle($times[$name]), $middle($times[$name]) / $middle($times['without planes']), max($peaks[$name]));
}
echo "  (aims: at most 1.5 × with one plane, 2.5 × with three)\n";

$pixels = PictureShape::reduce(PictureFile::read($root.'/demo/photos/jug-on-bricks.jpg', 'jug'), Preview::SIDE);
$colours = ColourSample::of($pixels->bytes(), $pixels->width, $pixels->height)->colours()->thinned(3000);
foreach (['0' => 0.0, '1/2' => 0.5, '1' => 1.0, 'in between' => null] as $level => $value) {
    mt_srand(1);
    $planes = Planes::of($three);
    $values = new PlaneValues($planes, array_map(static fn (): array => array_map(static fn (): float => $value ?? mt_rand() / mt_getrandmax(), range(1, 3000)), $planes->all));
    $choice = LatticeChoice::for($three, EncodingTransform::srgb(), $colours->a, $colours->b, $colours->c, $values);
    $off = (new LatticeJudge($three, EncodingTransform::srgb(), [$colours->a, $colours->b, $colours->c], $values))->differences($choice->lattice, $choice->stack);
    sort($off);
    printf("Stack of %s cubes of %d against exact evaluation, planes at %s: mean %.3f, 99 in 100 below %.2f ΔE00\n", implode(' × ', $choice->stack?->counts() ?? []), $choice->lattice->size, $level, array_sum($off) / 3000, $off[2969]);
}
