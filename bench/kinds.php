<?php

// Every kind of move over a 33-lattice, and one of each together: median milliseconds, and how they relate to a shift.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Model\Table\TableShelf;

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

// What a reach costs a drag: the look read and compiled as a request does it, the learned reach's table found on the shelf.
$shelf = new class implements TableShelf {
    /** @var array<string, string> */
    private array $kept = [];

    public function get(string $key): ?string
    {
        return $this->kept[$key] ?? null;
    }

    public function put(string $key, string $bytes): void
    {
        $this->kept[$key] = $bytes;
    }
};
/** @var array{moves: list<array<string, mixed>>} $taught */
$taught = json_decode((string) file_get_contents(__DIR__.'/../demo/looks/bowl-to-rust.json'), true, 32, \JSON_THROW_ON_ERROR);
$windows = ['hue' => ['from' => 48, 'to' => 96, 'softFrom' => 10, 'softTo' => 14], 'chroma' => ['from' => 0.086, 'to' => 0.5, 'softFrom' => 0.018, 'softTo' => 0]];
foreach ([9, 17, 33] as $lattice) {
    $requests = [];
    foreach (['windows' => $windows, 'learned' => $taught['moves'][0]['reach']] as $name => $reach) {
        $json = (string) json_encode(['tovrinLook' => 1, 'moves' => [['kind' => 'shift', 'params' => $used['shift'], 'reach' => $reach]]]);
        $times = [];
        for ($i = 0; $i < 15; ++$i) {
            $start = hrtime(true);
            Compiler::compile(LookJson::read($json, new Tables($shelf)), $lattice);
            $times[] = (hrtime(true) - $start) / 1e6;
        }
        sort($times);
        $requests[$name] = $times[7];
    }
    printf("Lattice %d, a shift within windows %.1f ms, within a learned reach %.1f ms: %.2f of it\n", $lattice, $requests['windows'], $requests['learned'], $requests['learned'] / $requests['windows']);
}
