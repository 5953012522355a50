<?php

// Exporting a 24-megapixel JPEG through five moves, decode to encode, as a command of its own and in a worker, against LittleCMS's own jpgicc with the
// device link of the same grade, and against ImageMagick's -hald-clut; and through two reaches with their edges unmixed, against mixed.
// Prints times and ratios.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Learning\PhotoEdges;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;
use Tovrin\Tests\Outside;

$scratch = Outside::scratch();
$root = Outside::root();
$look = $root.'/bench/look.json';
$convert = Outside::convert();

/** @param list<string> $command @return float seconds */
$time = static function (array $command): float {
    $start = hrtime(true);
    Outside::run($command);

    return (hrtime(true) - $start) / 1e9;
};

Outside::run([$convert, $root.'/demo/photos/bowl-and-vase.jpg', '-resize', '6000x4000!', '-quality', '92', $scratch.'/24mp.jpg']);
Outside::run([$root.'/bin/tovrin', 'cube', '--look', $look, '--lattice', '65', '-o', $scratch.'/look.icc']);
Outside::run([$root.'/bin/tovrin', 'cube', '--look', $look, '--lattice', '64', '-o', $scratch.'/look.png']);

$ours = [$root.'/bin/tovrin', 'render', $scratch.'/24mp.jpg', '--look', $look, '-o', $scratch.'/ours.jpg'];
$runs = ['ours' => [], 'jpgicc' => [], 'worker' => []];
$grade = LookJson::read((string) file_get_contents($look));
$inWorker = static function (int $i) use ($scratch, $grade): float {
    $start = hrtime(true);
    // Another name each time: a grade that has just been applied is not compiled again.
    Rendering::file($scratch.'/24mp.jpg', 'photo', $grade->named((string) $i), new ExportSpec(ExportFormat::Jpeg), $scratch.'/worker.jpg', static function (): void {});

    return (hrtime(true) - $start) / 1e9;
};
$inWorker(-1);
// Turn about, so that a slow spell of the machine meets both.
for ($i = 0; $i < 9; ++$i) {
    $runs['ours'][] = $time($ours);
    $runs['jpgicc'][] = $time(['jpgicc', '-l', $scratch.'/look.icc', '-q', '92', $scratch.'/24mp.jpg', $scratch.'/theirs.jpg']);
    $runs['worker'][] = $inWorker($i);
}
foreach ($runs as &$times) {
    sort($times);
}
unset($times);
[$mine, $jpgicc, $worker] = [$runs['ours'][4], $runs['jpgicc'][4], $runs['worker'][4]];
$hald = $time([$convert, $scratch.'/24mp.jpg', $scratch.'/look.png', '-hald-clut', '-quality', '92', $scratch.'/hald.jpg']);
echo trim(Outside::run($ours)), "\n";
printf("Export of 24 megapixels, five moves: ours %.2f s, jpgicc -l %.2f s, ratio %.2f (aim: at most 1.2)\n", $mine, $jpgicc, $mine / $jpgicc);
printf("  in a worker, which has made a file before: %.2f s, ratio %.2f\n", $worker, $worker / $jpgicc);
printf("  convert -hald-clut %.2f s: we are %.1f times faster (aim: at least 12)\n", $hald, $hald / $mine);

// The same photo with its edges mixed and unmixed: as a delivery does it, which has the edges that the screen has shown, and looked for anew.
foreach (['Two reaches' => 2, 'The same and a move by hue' => 3] as $what => $moves) {
    $read = static fn (Edges $edges): Grade => new Grade(array_slice(LookJson::read((string) file_get_contents($root.'/demo/looks/bowl-to-rust.json'))->moves, 0, $moves), '', $edges);
    $edges = PhotoEdges::in(PictureFile::read($scratch.'/24mp.jpg', 'photo'), $read(Edges::Unmixed));
    $turns = ['mixed' => [Edges::Mixed, null], 'kept' => [Edges::Unmixed, static fn (): EdgePictures => $edges], 'anew' => [Edges::Unmixed, null]];
    $runs = array_fill_keys(array_keys($turns), []);
    for ($i = 0; $i < 5; ++$i) {
        foreach ($turns as $turn => [$how, $known]) {
            // Another name each time: a grade that has just been applied is not compiled again.
            $grade = $read($how)->named($turn.$i);
            $start = hrtime(true);
            Rendering::file($scratch.'/24mp.jpg', 'photo', $grade, new ExportSpec(ExportFormat::Jpeg), $scratch.'/edges.jpg', static function (): void {}, $known);
            $runs[$turn][] = (hrtime(true) - $start) / 1e9;
        }
    }
    [$mixed, $kept, $anew] = array_map(static function (array $times): float {
        sort($times);

        return $times[2];
    }, array_values($runs));
    printf("%s, edges unmixed %.2f s, mixed %.2f s, ratio %.2f (aim: at most 1.5); %.2f where they are looked for anew\n", $what, $kept, $mixed, $kept / $mixed, $anew / $mixed);
}
