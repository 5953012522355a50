<?php

// Writes the files nobody should send into a folder, and says their paths.

declare(strict_types=1);

use Tovrin\Tests\App\HostileFiles;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$folder = $argv[1] ?? '';
if (!is_dir($folder)) {
    fwrite(\STDERR, "Name a folder that is there.\n");
    exit(2);
}
@mkdir($folder.'/scratch');
$number = 0;
foreach ((new HostileFiles($folder.'/scratch'))->all() as $bytes) {
    $path = sprintf('%s/file-%03d', $folder, ++$number);
    file_put_contents($path, $bytes);
    echo $path, "\n";
}
