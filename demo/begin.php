<?php

// Makes the demo looks that hold on to their photo's own colours: a palette, a match of one frame to another, true
// colours by a chart, and white ware made neutral by four places.
//
//     php demo/begin.php

declare(strict_types=1);

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Learning\ChartMaker;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Model\Moments;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Move\Chart\ChartTerms;
use Tovrin\Core\Move\Kind\Matching;
use Tovrin\Core\Move\Kind\Neutralise;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\NeutralProbe;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Reading\Beginning;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\NeutralPlaces;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Raster;

require __DIR__.'/../vendor/autoload.php';

/** @return array{0: Raster, 1: Study, 2: Pots, 3: ColourBlock} */
function photo(string $name): array
{
    $pixels = PictureShape::reduce(PictureFile::read(__DIR__."/photos/$name.jpg", $name), Preview::SIDE);
    $raster = $pixels->raster();
    $study = StudyMaker::study($raster);

    return [$raster, $study, Pots::of($study), ColourSample::of($pixels->bytes(), $pixels->width, $pixels->height)->colours()];
}

function keep(string $file, string $name, string $label, MoveKind $kind, float $amount = 1.0): void
{
    $path = __DIR__."/looks/$file.json";
    file_put_contents($path, LookWriter::write(new Grade([new Move($kind, $label, strength: $amount, id: 'm1')], $name, Edges::Unmixed))."\n");
    printf("%s: %d kB\n", $file, (int) (filesize($path) / 1000));
}

[, $study, $pots] = photo('bowl-and-vase-2');
$palette = Palette::for($pots->families($study), $pots->names);
$targets = [];
foreach ($palette->photo->middles as $middle) {
    [$light, $chroma, $hue] = ColourBlock::of(OkLab::class, [$middle])->in(OkLch::class)->at(0);
    // The bowl is the fullest of the warm pots, the vase all that is teal.
    if ($chroma > 0.08 && $hue < 120.0) {
        $targets[] = PhotoPots::lab(['lightness' => $light - 0.02, 'chroma' => 0.11, 'hue' => 38.0]);
    } elseif ($hue > 170.0 && $hue < 230.0 && $chroma > 0.02) {
        $targets[] = PhotoPots::lab(['lightness' => $light, 'chroma' => 1.6 * $chroma, 'hue' => 262.0]);
    } else {
        $targets[] = null;
    }
}
keep('rust-and-ink', 'Rust and ink', 'Bowl to rust, vase to ink blue', new Palette($palette->photo, $targets));

[$raster, $study, $pots, $colours] = photo('bowl-and-vase-3');
[, $otherStudy, $otherPots, $otherColours] = photo('bowl-and-vase');
$match = Matching::between(PhotoPots::of($pots->families($study), $pots->names), Moments::of($colours), $otherPots->reference('bowl-and-vase.jpg', $otherStudy, $otherColours));
// It shows more of the table and less of the wall than the first frame: pot by pot that does not matter.
$match = new Matching($match->photo, $match->moments, $match->like, $match->reference, 'pots', limit: $match->limit, hold: true, takes: $match->takes);
keep('like-the-first', 'Like the first frame', '', $match, Beginning::amount($match, $colours, Grain::ofPlainParts($raster->rgb, $raster->width, $raster->height)));

[$raster] = photo('bowl-and-vase-chart');
$chart = ChartMaker::read($raster, (string) file_get_contents(__DIR__.'/chart/quillhaven-chart.txt'), '', [], 0, ChartTerms::Matrix);
printf("ΔE %.1f → %.1f, worst %.1f\n", $chart->meanBefore, $chart->meanAfter, $chart->worstAfter);
keep('true-colours', 'True colours', 'By the glaze chart', $chart->look->moves[0]->kind);

[$raster, , , $colours] = photo('bisque-by-the-window');
$probes = array_map(static fn (array $at): NeutralProbe => NeutralPlaces::read($raster, $at), NeutralPlaces::of($raster, 4));
keep('white-ware', 'White ware under two lights', 'Window and lamp to white', (new Neutralise(null, null, null, null, $probes))->lit($colours));
