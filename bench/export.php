<?php

// Exporting a 24-megapixel JPEG through five moves, decode to encode, against LittleCMS's own jpgicc with the
// device link of the same grade, and against ImageMagick's -hald-clut. Prints times, ratios and peak memory.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

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
$peak = static fn (): float => (getrusage(1)['ru_maxrss'] ?? 0) / 1024;

Outside::run([$convert, $root.'/demo/photos/bowl-and-vase.jpg', '-resize', '6000x4000!', '-quality', '92', $scratch.'/24mp.jpg']);
Outside::run([$root.'/bin/tovrin', 'cube', '--look', $look, '--lattice', '65', '-o', $scratch.'/look.icc']);
Outside::run([$root.'/bin/tovrin', 'cube', '--look', $look, '--lattice', '64', '-o', $scratch.'/look.png']);

$runs = ['ours' => [], 'jpgicc' => []];
// Turn about, so that a slow spell of the machine meets both.
for ($i = 0; $i < 5; ++$i) {
    $runs['ours'][] = $time([$root.'/bin/tovrin', 'render', $scratch.'/24mp.jpg', '--look', $look, '-o', $scratch.'/ours.jpg']);
    $runs['jpgicc'][] = $time(['jpgicc', '-l', $scratch.'/look.icc', '-q', '92', $scratch.'/24mp.jpg', $scratch.'/theirs.jpg']);
}
foreach ($runs as &$times) {
    sort($times);
}
unset($times);
$ours = $runs['ours'][2];
$jpgicc = $runs['jpgicc'][2];
$hald = $time([$convert, $scratch.'/24mp.jpg', $scratch.'/look.png', '-hald-clut', '-quality', '92', $scratch.'/hald.jpg']);
printf("Export of 24 megapixels, five moves: ours %.2f s, jpgicc -l %.2f s, ratio %.2f (aim: at most 1.5)\n", $ours, $jpgicc, $ours / $jpgicc);
printf("  convert -hald-clut %.2f s: we are %.1f times faster (aim: at least 8)\n", $hald, $hald / $ours);

// Peak memory in a process of its own: a child's child is not counted twice.
$memory = static function (string $picture) use ($root, $look, $scratch): float {
    $code = sprintf('require %s; Tovrin\Tests\Outside::run(%s); echo getrusage(1)["ru_maxrss"];', var_export($root.'/vendor/autoload.php', true), var_export([$root.'/bin/tovrin', 'render', $picture, '--look', $look, '-o', $scratch.'/m.jpg'], true));

    return (float) Outside::run([\PHP_BINARY, '-r', $code]) / 1024;
};
printf("  peak memory: %.0f MB (aim: at most 700)\n", $memory($scratch.'/24mp.jpg'));

// ImageMagick's own limits would not let it make one this large.
Outside::run(['ffmpeg', '-v', 'error', '-i', $scratch.'/24mp.jpg', '-vf', 'scale=12240:8160', '-q:v', '2', $scratch.'/100mp.jpg']);
$start = hrtime(true);
$used = $memory($scratch.'/100mp.jpg');
printf("Export of 100 megapixels: %.1f s, peak memory %.0f MB\n", (hrtime(true) - $start) / 1e9, $used);
