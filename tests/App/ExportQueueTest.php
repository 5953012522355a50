<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Tovrin\App\Export\ExportQueue;
use Tovrin\App\Export\Lane;
use Tovrin\App\Export\Worker;
use Tovrin\Tests\Core\Looks;

/** Exports under way: found again, stopped, without their photo, beside each other. */
final class ExportQueueTest extends ApiTestCase
{
    public function testAFileIsOnlyMadeOfTheGradeThatTheUserSees(): void
    {
        $this->photo();
        $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', '{"basedOn":0,"look":'.Looks::json(['kind' => 'shift', 'params' => ['hue' => 40]]).'}');
        $refused = $this->json('POST', '/api/exports', '/api/exports', '{"photoId":1,"format":"jpeg","basedOn":0}', 409);
        self::assertStringContainsString('another window', $this->text($refused['error']));
        self::assertSame([], $this->json('GET', '/api/exports', '/api/exports'));
    }

    public function testWhatWasAskedForIsFoundAgainAfterAReload(): void
    {
        $this->photo();
        $this->ask('jpeg');
        $this->ask('cube');
        $this->worker()->workOnce(static function (): void {});
        $exports = $this->json('GET', '/api/exports', '/api/exports');
        self::assertSame([[2, 'queued'], [1, 'done']], array_map(static fn (mixed $export): array => \is_array($export) ? [$export['id'], $export['state']] : [], $exports));
    }

    public function testAnExportWhosePhotoIsRemovedMeanwhileEndsAndTheWorkerGoesOn(): void
    {
        $this->photo();
        $this->ask('png');
        $this->ask('png');
        $removed = false;
        $said = [];
        $say = function (string $line) use (&$removed, &$said): void {
            $said[] = $line;
            if (!$removed) {
                $removed = true;
                // The first line is said when the file is begun.
                $this->call('DELETE', '/api/photos/1');
            }
        };
        self::assertTrue($this->worker()->workOnce($say));
        self::assertStringContainsString('stopped', implode("\n", $said));
        self::assertFalse($this->worker()->workOnce($say), 'the other one does not wait any more');
        self::assertSame([], glob($this->data.'/exports/*') ?: []);
        self::assertSame([], $this->json('GET', '/api/exports', '/api/exports'));
    }

    public function testAnExportIsStoppedWhileItRuns(): void
    {
        $this->photo();
        $this->ask('png');
        $this->worker()->workOnce(function (): void {
            $this->call('POST', '/api/exports/1/cancel');
        });
        self::assertSame('cancelled', $this->json('GET', '/api/exports/1', '/api/exports/{id}')['state']);
        self::assertSame([], glob($this->data.'/exports/*') ?: []);
    }

    public function testASmallFileDoesNotWaitBehindAHugeOne(): void
    {
        $this->photo();
        $this->ask('png');
        $this->ask('jpeg');
        $this->connection()->executeStatement('UPDATE export_job SET cost = 300 WHERE id = 1');
        self::assertSame(2, $this->queue()->claim(Lane::Any), 'the quicker one first');
        self::assertSame(1, $this->queue()->claim(Lane::Any));
        $this->ask('jpeg');
        self::assertSame(3, $this->queue()->claim(Lane::Quick), 'and another worker beside it');
        self::assertNull($this->queue()->claim(Lane::Quick));
        // A worker that comes back takes up only what its own lane had.
        $this->queue()->requeueAbandoned(Lane::Quick);
        self::assertSame(3, $this->queue()->claim(Lane::Quick));
        self::assertNull($this->queue()->claim(Lane::Any));
    }

    public function testAnIdleWorkerAsksForNoWriteLock(): void
    {
        $this->photo();
        // Another process is writing: whoever needs the lock now would have to wait for it.
        $other = new \PDO('sqlite:'.$this->data.'/tovrin.sqlite');
        $other->exec('PRAGMA journal_mode = WAL');
        $this->connection()->executeStatement('PRAGMA busy_timeout = 0');
        $other->exec('BEGIN IMMEDIATE');
        self::assertNull($this->queue()->claim(Lane::Any));
        $other->exec('ROLLBACK');
    }

    public function testATableOfAGradeIsCalledAfterItsPhoto(): void
    {
        $this->photo();
        $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', '{"basedOn":0,"look":{"tovrinLook":1,"moves":[{"kind":"shift","params":{"hue":40}}]}}');
        $this->json('POST', '/api/exports', '/api/exports', '{"photoId":1,"format":"cube","lattice":5,"basedOn":1}');
        $this->worker()->workOnce(static function (): void {});
        $file = $this->call('GET', '/api/exports/1/file');
        self::assertInstanceOf(BinaryFileResponse::class, $file);
        self::assertStringStartsWith('TITLE "colours"', (string) file_get_contents($file->getFile()->getPathname()));
    }

    private function ask(string $format): void
    {
        $this->json('POST', '/api/exports', '/api/exports', \sprintf('{"photoId":1,"format":"%s","lattice":9,"basedOn":0}', $format));
    }

    private function worker(): Worker
    {
        $worker = $this->kernel->getContainer()->get(Worker::class);
        self::assertInstanceOf(Worker::class, $worker);

        return $worker;
    }

    private function queue(): ExportQueue
    {
        $queue = $this->kernel->getContainer()->get(ExportQueue::class);
        self::assertInstanceOf(ExportQueue::class, $queue);

        return $queue;
    }

    private function connection(): Connection
    {
        $connection = $this->kernel->getContainer()->get('doctrine.dbal.default_connection');
        self::assertInstanceOf(Connection::class, $connection);

        return $connection;
    }
}
