<?php

declare(strict_types=1);

/*
 * A set delivered at once against a plain loop of "bin/tovrin render": 60 photos of 6 megapixels, carried over from the first
 * one with fitting, then delivered by the two workers that "bin/tovrin serve" runs. Prints wall time, time per photo, and the
 * most memory that any of the processes held at once, side by side in one run.
 *
 * Usage: bench/batch.php [PHOTOS]
 */

require dirname(__DIR__).'/vendor/autoload.php';

use Symfony\Component\Process\Process;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Kernel;
use Tovrin\App\Library\PhotoImport;
use Tovrin\App\Repository\Sets;
use Tovrin\App\Server\Database;
use Tovrin\Bench\Watched;
use Tovrin\Core\Format\LookJson;

$count = (int) ($argv[1] ?? 60);
$root = dirname(__DIR__);
$work = sys_get_temp_dir().'/tovrin-batch-'.getmypid();
mkdir($work.'/rendered', recursive: true);
mkdir($work.'/looks');
mkdir($work.'/delivered');
foreach (['TOVRIN_DATA' => $work.'/data', 'TOVRIN_DELIVER_TO' => $work.'/delivered'] as $name => $value) {
    putenv("$name=$value");
    $_ENV[$name] = $_SERVER[$name] = $value;
}
$kernel = Kernel::booted();
Database::migrate($kernel);
$container = $kernel->getContainer();
[$sets, $import, $grades] = [$container->get(Sets::class), $container->get(PhotoImport::class), $container->get(Grades::class)];
assert($sets instanceof Sets && $import instanceof PhotoImport && $grades instanceof Grades);
$set = $sets->create('Batch');
$frames = ['bowl-and-vase', 'bowl-and-vase-2', 'bowl-and-vase-3'];
echo "Bringing in $count photos …\n";
$photos = [];
for ($i = 0; $i < $count; ++$i) {
    $photos[] = $import->import($set, "$root/demo/photos/{$frames[$i % 3]}.jpg", "frame-$i.jpg");
}
$grades->keep($photos[0], LookJson::read((string) file_get_contents("$root/demo/looks/bowl-to-rust.json")), 0);

$serve = new Process([$root.'/bin/tovrin', 'serve', '--port', '7396'], $root, null, null, null);
$serve->start();
$serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
$api = static function (string $method, string $path, mixed $body = null): mixed {
    $answer = file_get_contents('http://127.0.0.1:7396'.$path, false, stream_context_create(['http' => ['method' => $method, 'timeout' => 900.0, 'ignore_errors' => true, 'header' => "Content-Type: application/json\r\n", 'content' => null === $body ? '' : json_encode($body)]]));

    return json_decode((string) $answer, true);
};
// What is made ahead of need is not what is measured.
$idle = static function (): bool {
    static $database = null;
    $database ??= new PDO('sqlite:'.getenv('TOVRIN_DATA').'/tovrin.sqlite');
    $statement = $database->query('SELECT COUNT(*) FROM messenger_messages');

    return false !== $statement && 0 === (int) $statement->fetchColumn();
};
while (!$idle()) {
    usleep(200_000);
}
$grade = $api('GET', "/api/photos/{$photos[0]->id()}/grade");
$others = array_map(static fn ($photo): int => $photo->id(), array_slice($photos, 1));
$start = microtime(true);
$api('POST', "/api/photos/{$photos[0]->id()}/carry", ['look' => $grade['look'], 'to' => $others]);
printf("Carried over to %d photos, fitted to each: %.1f s, %.2f s a photo\n", count($others), $t = microtime(true) - $start, $t / max(1, count($others)));
while (!$idle()) {
    usleep(200_000);
}
printf("Pictures of the sheet drawn after %.1f s\n", microtime(true) - $start);

$set = $api('GET', '/api/sets/1');
$start = microtime(true);
$delivery = $api('POST', '/api/deliveries', ['photos' => array_map(static fn (array $photo): array => ['id' => $photo['id'], 'basedOn' => $photo['revision']], $set['photos']), 'outputs' => [['format' => 'jpeg']], 'to' => 'folder']);
$peak = 0.0;
do {
    usleep(150_000);
    $peak = max($peak, Watched::memory((int) $serve->getPid()));
    $delivery = $api('GET', "/api/deliveries/{$delivery['id']}");
} while ($delivery['waiting'] + $delivery['running'] > 0);
$batch = microtime(true) - $start;
printf("Delivered %d of %d by two workers: %.1f s, %.2f s a photo; server and workers together %d MB at most\n", $delivery['done'], $count, $batch, $batch / $count, (int) $peak);
foreach ($set['photos'] as $photo) {
    file_put_contents("$work/looks/{$photo['id']}.json", json_encode($api('GET', "/api/photos/{$photo['id']}/grade")['look'], \JSON_PRESERVE_ZERO_FRACTION));
}
$serve->signal(\SIGTERM);
$serve->wait();

$start = microtime(true);
$most = 0.0;
foreach ($set['photos'] as $i => $photo) {
    $render = new Process([$root.'/bin/tovrin', 'render', "$root/demo/photos/{$frames[$i % 3]}.jpg", '--look', "$work/looks/{$photo['id']}.json", '-o', "$work/rendered/$i.jpg"], $root, null, null, null);
    $render->start();
    while ($render->isRunning()) {
        $most = max($most, Watched::memory((int) $render->getPid()));
        usleep(20_000);
    }
}
$loop = microtime(true) - $start;
printf("A loop of render: %.1f s, %.2f s a photo; %d MB at most\n", $loop, $loop / $count, (int) $most);
printf("The batch takes %.2f of the time of the loop.\n", $batch / $loop);
$same = 0;
foreach (glob("$work/rendered/*.jpg") ?: [] as $path) {
    $n = (int) basename($path);
    $same += count(array_filter(glob("$work/delivered/frame-$n-*.jpg") ?: [], static fn (string $made): bool => hash_file('xxh128', $made) === hash_file('xxh128', $path)));
}
printf("%d of %d files are the same, byte for byte.\n", $same, $count);
(new Symfony\Component\Filesystem\Filesystem())->remove($work);
