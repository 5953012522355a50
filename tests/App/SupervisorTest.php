<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\Tests\Outside;

/** "bin/tovrin serve" as a whole: what it starts, starts again and ends. */
final class SupervisorTest extends TestCase
{
    private string $data;
    private Process $serve;
    private int $port;

    protected function setUp(): void
    {
        $this->data = Outside::scratch();
        $free = stream_socket_server('tcp://127.0.0.1:0');
        \assert(false !== $free);
        $this->port = (int) substr((string) strrchr((string) stream_socket_get_name($free, false), ':'), 1);
        fclose($free);
        $this->serve = new Process([Outside::root().'/bin/tovrin', 'serve', '--port', (string) $this->port], Outside::root(), ['TOVRIN_DATA' => $this->data, 'TOVRIN_BUILD' => false], null, 90.0);
        $this->serve->start();
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
    }

    protected function tearDown(): void
    {
        $this->serve->stop(10.0, \SIGTERM);
    }

    public function testItServesStartsADeadWorkerAgainAndEndsEverythingItStarted(): void
    {
        self::assertSame('{"ok":true}', file_get_contents("http://127.0.0.1:{$this->port}/api/health"));
        $workers = $this->workers(2);
        $first = $workers[0];
        posix_kill($first, \SIGKILL);
        self::assertNotContains($first, $this->until(fn (): array => array_values(array_diff($this->started('work'), [$first])), 2));
        $all = $this->started('');
        self::assertGreaterThanOrEqual(7, \count($all), 'the web server with its workers, two export workers, and itself');
        $this->serve->signal(\SIGTERM);
        self::assertSame(0, $this->serve->wait());
        self::assertSame([], $this->started(''), 'nothing is left behind');
    }

    public function testATakenPortIsSaidWithWhatToDo(): void
    {
        $second = new Process([Outside::root().'/bin/tovrin', 'serve', '--port', (string) $this->port], Outside::root(), ['TOVRIN_DATA' => Outside::scratch()]);
        self::assertSame(1, $second->run());
        self::assertStringContainsString('is taken', $second->getOutput());
        self::assertStringContainsString('--port '.($this->port + 1), $second->getOutput());
    }

    /** @return non-empty-list<int> */
    private function workers(int $count): array
    {
        /** @var non-empty-list<int> $workers */
        $workers = $this->until(fn (): array => $this->started('work'), $count);

        return $workers;
    }

    /**
     * Looks again until there are so many.
     *
     * @param callable(): list<int> $look
     *
     * @return list<int>
     */
    private function until(callable $look, int $count): array
    {
        for ($tries = 0; $tries < 400; ++$tries) {
            $found = $look();
            if (\count($found) === $count) {
                return $found;
            }
            usleep(50_000);
        }
        self::fail(\sprintf('There are %d, not %d.', \count($look()), $count));
    }

    /** @return list<int> processes that work on this test's data, with a word in their command line */
    private function started(string $word): array
    {
        $found = [];
        foreach (glob('/proc/[0-9]*/environ') ?: [] as $path) {
            $environment = (string) @file_get_contents($path);
            $command = str_replace("\0", ' ', (string) @file_get_contents(\dirname($path).'/cmdline'));
            if (str_contains($environment, 'TOVRIN_DATA='.$this->data) && '' !== $command && ('' === $word || str_contains($command, 'tovrin.php '.$word))) {
                $found[] = (int) basename(\dirname($path));
            }
        }

        return $found;
    }
}
