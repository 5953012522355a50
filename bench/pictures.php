<?php

// Large pictures in and out: time and memory of the whole command, all its processes together; and how long it takes until a photo
// that is brought in can be seen, step by step.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/Watched.php';

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Kernel;
use Tovrin\App\Library\PhotoImport;
use Tovrin\App\Repository\Sets;
use Tovrin\App\Server\Database;
use Tovrin\Bench\Watched;
use Tovrin\Tests\Outside;

$scratch = Outside::scratch();
$root = Outside::root();
$photo = $root.'/demo/photos/bowl-and-vase.jpg';
file_put_contents($scratch.'/empty.json', '{"tovrinLook":1,"name":"","moves":[]}');
// Larger than ImageMagick's own limits would let it make.
foreach (['24mp' => '6000:4000', '50mp' => '8660:5774', '100mp' => '12240:8160'] as $name => $size) {
    Outside::run(['ffmpeg', '-v', 'error', '-i', $photo, '-vf', 'scale='.$size, '-q:v', '2', "$scratch/$name.jpg"]);
}
foreach (['24mp' => 'prophoto-rgb', '50mp' => 'prophoto-rgb'] as $name => $profile) {
    Outside::run([$root.'/bin/tovrin', 'render', "$scratch/$name.jpg", '--look', $scratch.'/empty.json', '--bits', '16', '--profile', $profile, '-o', "$scratch/$name.tif"]);
}

foreach ([['24mp.jpg', 'jpg', 400], ['100mp.jpg', 'jpg', 700], ['100mp.jpg', 'png', 700], ['50mp.tif', 'tif', 900]] as [$from, $to, $aim]) {
    [$seconds, $peak] = Watched::run([$root.'/bin/tovrin', 'render', "$scratch/$from", '--look', $root.'/bench/look.json', '-o', "$scratch/out.$to"]);
    printf("%s to %s, five moves: %.1f s, at most %.0f MB (aim: at most %d)\n", $from, $to, $seconds, $peak, $aim);
}

putenv('TOVRIN_DATA='.$scratch.'/data');
$_ENV['TOVRIN_DATA'] = $_SERVER['TOVRIN_DATA'] = $scratch.'/data';
$kernel = Kernel::booted();
Database::migrate($kernel);
[$sets, $import] = [$kernel->getContainer()->get(Sets::class), $kernel->getContainer()->get(PhotoImport::class)];
assert($sets instanceof Sets && $import instanceof PhotoImport);
$set = $sets->create('Bench');
foreach (['24mp.jpg', '24mp.tif', '100mp.jpg'] as $file) {
    $start = hrtime(true);
    $import->import($set, "$scratch/$file", $file);
    $whole = (hrtime(true) - $start) / 1e9;
    $start = hrtime(true);
    $pixels = PictureFile::read("$scratch/$file", $file);
    $decoded = hrtime(true);
    $small = PictureShape::reducedDeep($pixels, Preview::SIDE);
    $reduced = hrtime(true);
    Preview::of($small);
    printf("Import of %s until it can be seen: %.2f s (aim for 24 megapixels: 2); of that decoding %.2f s, making it smaller %.2f s, turning it to sRGB %.2f s, the rest writing\n", $file, $whole, ($decoded - $start) / 1e9, ($reduced - $decoded) / 1e9, (hrtime(true) - $reduced) / 1e9);
}
