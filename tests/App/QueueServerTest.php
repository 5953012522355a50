<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Doctrine\DBAL\Connection;
use Symfony\Component\Process\Process;
use Tovrin\App\Queue\Outbox;
use Tovrin\App\Queue\Rooms;
use Tovrin\App\Queue\Transport;
use Tovrin\Tests\Outside;

/** A queue in a PostgreSQL server of this test's own: what is kept is handed on, what is not kept is not, and a server that is away loses nothing. */
final class QueueServerTest extends ApiTestCase
{
    /** Made once: that takes longer than all the rest. */
    private static ?string $cluster = null;

    private string $folder;
    private int $port;
    private ?Process $server = null;

    protected function setUp(): void
    {
        parent::setUp();
        $programs = glob('/usr/lib/postgresql/*/bin/initdb') ?: [];
        if ([] === $programs || !\extension_loaded('pdo_pgsql')) {
            self::markTestSkipped('PostgreSQL is not installed; "make test" installs it.');
        }
        $isNew = null === self::$cluster;
        $this->folder = self::$cluster ??= Outside::scratch();
        chmod($this->folder, 0o777);
        $free = stream_socket_server('tcp://127.0.0.1:0');
        \assert(false !== $free);
        $this->port = (int) substr((string) strrchr((string) stream_socket_get_name($free, false), ':'), 1);
        fclose($free);
        // It refuses to be run by root.
        $isNew && $this->command(\dirname($programs[0]).'/initdb', '-D', $this->folder.'/cluster', '-A', 'trust', '-U', 'tovrin', '-E', 'UTF8', '--no-sync')->mustRun();
        $this->start();
        $this->kernel->shutdown();
        $_ENV['TOVRIN_QUEUE'] = $_SERVER['TOVRIN_QUEUE'] = "postgresql://tovrin@127.0.0.1:$this->port/postgres";
        $this->kernel->boot();
        self::assertTrue($this->rooms()->prepare());
        // Whatever the test before has left is not this one's.
        $queue = $this->kernel->getContainer()->get('doctrine.dbal.queue_quick_connection');
        self::assertInstanceOf(Connection::class, $queue);
        $queue->executeStatement('DELETE FROM messenger_messages');
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        unset($_ENV['TOVRIN_QUEUE'], $_SERVER['TOVRIN_QUEUE']);
        $this->server?->stop(5.0, \SIGINT);
    }

    public function testAMessageIsHandedOnWhenWhatItTellsOfIsKept(): void
    {
        $this->photo();
        $this->deliver(1, 0, ['format' => 'png']);
        self::assertSame([2, 0], [$this->inDatabase(), $this->waiting()], 'the study, and the file');
        $this->outbox()->forward();
        self::assertSame([0, 2], [$this->inDatabase(), $this->waiting()]);
        $this->work();
        self::assertSame('done', $this->json('GET', '/api/exports/1', '/api/exports/{id}')['state']);
        self::assertSame(0, $this->waiting());
    }

    public function testWhatIsTakenBackIsNeverHandedOn(): void
    {
        $this->photo();
        $this->outbox()->forward();
        $before = $this->waiting();
        try {
            $this->connection()->transactional(function (): void {
                $this->exports()->sendAgain(1);
                throw new \LogicException('It comes to nothing.');
            });
        } catch (\LogicException) {
        }
        $this->outbox()->forward();
        self::assertSame([0, $before], [$this->inDatabase(), $this->waiting()]);
    }

    public function testNothingIsLostWhileTheServerIsAway(): void
    {
        $this->server?->stop(5.0, \SIGQUIT);
        $this->photo();
        $this->deliver(1, 0, ['format' => 'png']);
        $this->outbox()->forward();
        self::assertTrue($this->rooms()->isAway());
        // A worker is not harmed by that either.
        $this->work();
        self::assertSame('queued', $this->json('GET', '/api/exports/1', '/api/exports/{id}')['state']);
        self::assertSame(2, $this->inDatabase());
        $this->start();
        $this->connection()->executeStatement('UPDATE messenger_messages SET delivered_at = NULL');
        $this->work();
        self::assertSame('done', $this->json('GET', '/api/exports/1', '/api/exports/{id}')['state']);
        self::assertSame([0, 0], [$this->inDatabase(), $this->waiting()]);
        self::assertFalse($this->rooms()->isAway());
    }

    public function testWhatAWorkerHadInHandWhenTheServerBrokeDownIsMadeOnce(): void
    {
        $this->photo();
        $this->deliver(1, 0, ['format' => 'png']);
        $said = [];
        $this->work(function (string $line) use (&$said): void {
            $said[] = $line;
            if ('File 1: colours-source.png' === $line) {
                $this->server?->stop(5.0, \SIGQUIT);
                $this->start();
            }
        });
        self::assertSame('done', $this->json('GET', '/api/exports/1', '/api/exports/{id}')['state']);
        // Its end could not be told: the message comes again, and there is nothing left to do.
        $this->work();
        self::assertCount(1, array_keys($said, 'File 1: done', true));
    }

    private function start(): void
    {
        $this->server = $this->command(\dirname((glob('/usr/lib/postgresql/*/bin/initdb') ?: [''])[0]).'/postgres', '-D', $this->folder.'/cluster', '-p', (string) $this->port, '-c', 'listen_addresses=127.0.0.1', '-k', $this->folder);
        $this->server->start();
        for ($tries = 0; $tries < 400; ++$tries) {
            $connection = @stream_socket_client("tcp://127.0.0.1:$this->port", $code, $reason, 1.0);
            if (false !== $connection) {
                fclose($connection);
                if (str_contains($this->server->getErrorOutput(), 'ready to accept connections')) {
                    return;
                }
            }
            usleep(25_000);
        }
        self::fail($this->server->getErrorOutput());
    }

    private function command(string ...$command): Process
    {
        return new Process([...0 === posix_geteuid() ? ['setpriv', '--reuid=postgres', '--regid=postgres', '--clear-groups', '--'] : [], ...array_values($command)], $this->folder, ['LC_ALL' => 'C'], null, 60.0);
    }

    private function inDatabase(): int
    {
        $count = $this->connection()->fetchOne('SELECT COUNT(*) FROM messenger_messages');

        return is_numeric($count) ? (int) $count : -1;
    }

    private function waiting(): int
    {
        return array_sum(array_map($this->rooms()->count(...), Transport::cases()));
    }

    private function outbox(): Outbox
    {
        $outbox = $this->kernel->getContainer()->get(Outbox::class);
        self::assertInstanceOf(Outbox::class, $outbox);

        return $outbox;
    }

    private function rooms(): Rooms
    {
        $rooms = $this->kernel->getContainer()->get(Rooms::class);
        self::assertInstanceOf(Rooms::class, $rooms);

        return $rooms;
    }
}
