<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

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
