<?php

// Teaches the learned reaches of the demo looks: strokes.json says, for each look, what is marked for its moves on its photo.
//
//     php demo/teach.php

declare(strict_types=1);

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Learning\ReachLearner;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\StrokeShape;

require __DIR__.'/../vendor/autoload.php';

/** @var array<string, array{photo: string, moves: list<array{want: list<non-empty-list<array{0: float, 1: float}>>, hold: list<non-empty-list<array{0: float, 1: float}>>, broader?: float, withinWindows?: bool}>}> $all */
$all = json_decode((string) file_get_contents(__DIR__.'/strokes.json'), true, 16, \JSON_THROW_ON_ERROR);
foreach ($all as $name => ['photo' => $photo, 'moves' => $marked]) {
    $raster = PictureShape::reduce(PictureFile::read(__DIR__."/photos/$photo", $photo), Preview::SIDE)->raster();
    $learner = new ReachLearner($raster, StudyMaker::study($raster), '');
    $file = __DIR__."/looks/$name.json";
    $grade = LookJson::read((string) file_get_contents($file));
    $moves = [];
    foreach ($grade->moves as $index => $move) {
        $marks = $marked[$index] ?? null;
        if (null === $marks) {
            $moves[] = $move;
            continue;
        }
        $strokes = [];
        foreach (['want' => true, 'hold' => false] as $as => $wanted) {
            foreach ($marks[$as] as $points) {
                $strokes[] = new Stroke($wanted, count($points) > 1 ? StrokeShape::Path : StrokeShape::Point, $points, '#808080');
            }
        }
        $learned = $learner->learn($strokes)?->learned->tuned($marks['broader'] ?? 0.0, Learned::SOFT);
        $moves[] = $move->reaching(null === $learned ? null : (($marks['withinWindows'] ?? false) && null !== $move->reach ? $move->reach : new Reach())->with($learned, Learned::class));
    }
    file_put_contents($file, LookWriter::write(new Grade($moves, $grade->name))."\n");
    printf("%s: %d kB\n", $name, (int) (filesize($file) / 1000));
}
