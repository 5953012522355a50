<?php

// Every kind of move over a 33-lattice, and one of each together: median milliseconds, and how they relate to a shift.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Compiler;

/** @var array<string, mixed> $used */
$used = json_decode((string) file_get_contents(__DIR__.'/../tests/moves.json'), true, 16, \JSON_THROW_ON_ERROR);
$looks = [];
foreach ($used as $kind => $params) {
    $looks[$kind] = [['kind' => $kind, 'params' => $params]];
}
$looks['two shifts in a row'] = [$looks['shift'][0], $looks['shift'][0]];
$looks['one of each'] = array_merge(...array_values(array_slice($looks, 0, count($used))));
$median = static function (array $moves): float {
    $grade = LookJson::read((string) json_encode(['tovrinLook' => 1, 'moves' => $moves]));
    $times = [];
    for ($i = 0; $i < 9; ++$i) {
        $start = hrtime(true);
        Compiler::compile($grade, 33);
        $times[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);

    return $times[4];
};
$median($looks['shift']);
$shift = $median($looks['shift']);
foreach ($looks as $name => $moves) {
    $time = $median($moves);
    printf("Lattice 33, %-20s %6.1f ms, %.2f of a shift\n", $name, $time, $time / $shift);
}
