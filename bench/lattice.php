<?php

// One perceptual move over a 33-lattice: prints the best of many runs in milliseconds.
// Called by lattice.mjs, which measures the same through culori.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Compiler;

$grade = LookJson::read((string) json_encode(['tovrinLook' => 1, 'moves' => [['kind' => 'shift', 'params' => ['hue' => 20, 'saturation' => 15, 'lightness' => 3]]]]));
$times = [];
for ($i = 0; $i < (int) ($argv[1] ?? 30); ++$i) {
    $start = hrtime(true);
    Compiler::compile($grade, 33);
    $times[] = (hrtime(true) - $start) / 1e6;
}
sort($times);
echo json_encode(['median' => $times[intdiv(count($times), 2)], 'best' => $times[0]]), "\n";
