<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\Process\Process;
use Tovrin\Tests\Outside;

/** Workers that are killed in the middle of a delivery, as often as one likes: every file is whole, nothing is there twice, nothing is missing. */
final class KilledWorkerTest extends ApiTestCase
{
    private const KILLS = 8;
    private const PHOTOS = 12;

    public function testADeliveryOutlivesItsWorkers(): void
    {
        $folder = $this->data.'/out';
        mkdir($folder);
        $environment = ['TOVRIN_DATA' => $this->data, 'TOVRIN_DELIVER_TO' => $folder, 'TOVRIN_BUILD' => false];
        $this->patches(self::PHOTOS);
        putenv('TOVRIN_DELIVER_TO='.$folder);
        $_ENV['TOVRIN_DELIVER_TO'] = $_SERVER['TOVRIN_DELIVER_TO'] = $folder;
        try {
            $photos = array_map(static fn (int $id): array => ['id' => $id, 'basedOn' => 0], range(1, self::PHOTOS));
            $this->json('POST', '/api/deliveries', '/api/deliveries', json_encode(['photos' => $photos, 'outputs' => [['format' => 'cube', 'lattice' => 33, 'name' => '{photo}-{number}'], ['format' => 'png', 'lattice' => 9, 'name' => '{photo}-{number}']], 'to' => 'folder'], \JSON_THROW_ON_ERROR));
            for ($kill = 0; $kill < self::KILLS; ++$kill) {
                $worker = new Process([Outside::root().'/bin/tovrin', 'work'], Outside::root(), $environment, null, 60.0);
                $worker->start();
                // It is killed while it has a file in hand.
                $worker->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'File '));
                $worker->signal(\SIGKILL);
                $worker->wait();
            }
            $this->work();
        } finally {
            putenv('TOVRIN_DELIVER_TO');
            unset($_ENV['TOVRIN_DELIVER_TO'], $_SERVER['TOVRIN_DELIVER_TO']);
        }
        $after = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertSame([2 * self::PHOTOS, 2 * self::PHOTOS, 0], [$after['count'], $after['done'], $after['failed']], (string) json_encode($after['files']));
        $names = array_values(array_diff(scandir($folder) ?: [], ['.', '..']));
        self::assertCount(2 * self::PHOTOS, $names, 'each once, and nothing unfinished');
        foreach ($names as $name) {
            if (str_ends_with($name, '.cube')) {
                self::assertSame(33 ** 3 + 5, \count((array) file("$folder/$name")), "$name is whole");
            } else {
                self::assertSame(128, Pictures::pixel("$folder/$name", 10, 50)[0], "$name is whole");
            }
        }
    }
}
