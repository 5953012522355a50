<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\Process\Process;
use Tovrin\Tests\Outside;

/** "bin/tovrin serve" as a whole: what it starts, starts again and ends. */
final class SupervisorTest extends ServedTestCase
{
    public function testWhateverIsKilledIsStartedAgainAndEverythingEndsWithIt(): void
    {
        $all = self::until($this->programs(...), static fn (array $programs): bool => 4 === \count($programs));
        self::assertEqualsCanonicalizing(['php', 'web', 'work', 'quick work'], array_keys($all));
        foreach ($all as $name => [$leader]) {
            posix_kill($leader, \SIGKILL);
            self::until($this->programs(...), static fn (array $programs): bool => !\in_array($programs[$name][0] ?? $leader, $all[$name], true));
            self::until(fn (): string => (string) @file_get_contents("http://127.0.0.1:{$this->port}/api/health"), static fn (string $answer): bool => '{"ok":true}' === $answer);
        }
        $left = $this->programs();
        $this->serve->signal(\SIGTERM);
        self::assertSame(0, $this->serve->wait());
        foreach ($left as $name => $members) {
            self::assertSame([], array_filter($members, static fn (int $pid): bool => file_exists("/proc/$pid")), "nothing of $name is left behind");
        }
    }

    public function testOneThatWasKilledLeavesNothingInTheWayOfTheNext(): void
    {
        $left = array_merge(...array_values($this->programs()));
        $this->serve->signal(\SIGKILL);
        $this->serve->wait();
        $this->serve = $this->started();
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
        self::assertSame('{"ok":true}', file_get_contents("http://127.0.0.1:{$this->port}/api/health"));
        self::until(static fn (): array => array_filter($left, static fn (int $pid): bool => file_exists("/proc/$pid")), static fn (array $there): bool => [] === $there);
    }

    public function testAnOrdinaryStartLeavesNothingInTheLogOfErrors(): void
    {
        self::assertSame('', (string) file_get_contents($this->data.'/errors.log'));
    }

    public function testATerminalThatIsGoneEndsNothing(): void
    {
        $this->serve->stop(10.0, \SIGTERM);
        // Reads two lines and closes, as "| head -2" does; what is said afterwards reaches nobody.
        $piped = proc_open([Outside::root().'/bin/tovrin', 'serve', '--port', (string) $this->port], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes, Outside::root(), ['TOVRIN_DATA' => $this->data, 'PATH' => (string) getenv('PATH')]);
        self::assertIsResource($piped);
        fgets($pipes[1]);
        fgets($pipes[1]);
        fclose($pipes[1]);
        fclose($pipes[2]);
        $before = self::until($this->programs(...), static fn (array $programs): bool => 4 === \count($programs));
        posix_kill($before['work'][0], \SIGKILL);
        self::until($this->programs(...), static fn (array $programs): bool => !\in_array($programs['work'][0] ?? $before['work'][0], $before['work'], true));
        self::assertSame('{"ok":true}', file_get_contents("http://127.0.0.1:{$this->port}/api/health"));
        self::assertTrue(proc_get_status($piped)['running']);
        proc_terminate($piped);
        self::assertSame(0, proc_close($piped));
    }

    public function testOfTwoStartedAtOnceOneServes(): void
    {
        $this->serve->stop(10.0, \SIGTERM);
        $both = [$this->started(), $this->started([], null, self::freePort())];
        $ended = self::until(static fn (): array => array_values(array_filter($both, static fn (Process $one): bool => !$one->isRunning())), static fn (array $ended): bool => [] !== $ended);
        self::assertSame([2], array_map(static fn (Process $one): ?int => $one->getExitCode(), $ended));
        self::assertMatchesRegularExpression('/is (being started|served) (already )?from the data folder/', implode('', array_map(static fn (Process $one): string => $one->getErrorOutput(), $ended)));
        $this->serve = $both[0]->isRunning() ? $both[0] : $both[1];
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
    }

    public function testATakenPortIsSaidWithWhatToDo(): void
    {
        $second = $this->started([], Outside::scratch());
        self::assertSame(2, $second->wait());
        self::assertStringContainsString('is taken', $second->getErrorOutput());
        self::assertMatchesRegularExpression('/--port '.($this->port + 1).', or make demo PORT='.($this->port + 1).'\./', $second->getErrorOutput());
    }

    public function testTwoDoNotServeTheSameData(): void
    {
        $second = $this->started([], null, self::freePort());
        self::assertSame(2, $second->wait());
        self::assertStringContainsString('is served already', $second->getErrorOutput());
        self::assertStringContainsString("http://127.0.0.1:{$this->port}/", $second->getErrorOutput());
    }
}
