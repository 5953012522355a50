<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\App\Process\Leases;
use Tovrin\App\Server\Running;
use Tovrin\Tests\Outside;

/** For tests of "bin/tovrin serve" as a whole. */
abstract class ServedTestCase extends TestCase
{
    /** Workers let everything else go first: beside other tests one step of theirs may take a minute. */
    private const STILL_SECONDS = 120;
    private const MOST_SECONDS = 600;

    protected string $data;
    protected Process $serve;
    protected int $port;

    protected function setUp(): void
    {
        $this->data = Outside::scratch();
        $this->port = self::freePort();
        $this->serve = $this->started();
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
    }

    protected function tearDown(): void
    {
        $this->serve->stop(10.0, \SIGTERM);
    }

    /**
     * A server of this test's data.
     *
     * @param array<string, string> $settings
     */
    protected function started(array $settings = [], ?string $data = null, ?int $port = null): Process
    {
        $serve = new Process([Outside::root().'/bin/tovrin', 'serve', '--port', (string) ($port ?? $this->port)], Outside::root(), ['TOVRIN_DATA' => $data ?? $this->data, 'TOVRIN_BUILD' => false, ...$settings], null, 90.0);
        $serve->start();

        return $serve;
    }

    protected static function freePort(): int
    {
        $free = stream_socket_server('tcp://127.0.0.1:0');
        \assert(false !== $free);
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($free, false), ':'), 1);
        fclose($free);

        return $port;
    }

    /**
     * Looks again until something is so. However slow the machine is, what goes on is waited for; what stands still is not.
     *
     * @template T
     *
     * @param callable(): T     $look
     * @param callable(T): bool $is
     *
     * @return T
     */
    protected static function until(callable $look, callable $is): mixed
    {
        $before = null;
        $start = $changed = hrtime(true);
        while (hrtime(true) - $changed < self::STILL_SECONDS * 1e9 && hrtime(true) - $start < self::MOST_SECONDS * 1e9) {
            $found = $look();
            if ($is($found)) {
                return $found;
            }
            if ($found !== $before) {
                $before = $found;
                $changed = hrtime(true);
            }
            usleep(50_000);
        }
        self::fail('It did not come to that: '.json_encode($before));
    }

    /** @return array<string, list<int>> processes that serve this test's data, by the program they belong to; the leader first */
    protected function programs(): array
    {
        /** @var array{leaders?: array<string, string>}|null $told */
        $told = json_decode((string) @file_get_contents($this->data.'/run/served.json'), true);

        return array_filter(array_map(static fn (string $leader): array => Running::membersOf((int) Leases::processOf($leader)), $told['leaders'] ?? []));
    }

    /**
     * Sends a request as it stands, and gives back what is answered.
     *
     * @return array{int, string, string} status, head, body
     */
    protected function raw(string $request): array
    {
        $socket = stream_socket_client('tcp://127.0.0.1:'.$this->port, $code, $reason, 10.0);
        \assert(false !== $socket, (string) $reason);
        fwrite($socket, $request);
        stream_set_timeout($socket, 40);
        $answer = (string) stream_get_contents($socket);
        fclose($socket);
        [$head, $body] = explode("\r\n\r\n", $answer, 2) + [1 => ''];

        return [(int) (explode(' ', $head)[1] ?? 0), $head, $body];
    }

    /** @param list<string> $headers */
    protected function get(string $path, array $headers = [], string $method = 'GET'): string
    {
        return \sprintf("%s %s HTTP/1.0\r\nHost: 127.0.0.1:%d\r\n%s\r\n", $method, $path, $this->port, implode('', array_map(static fn (string $line): string => $line."\r\n", $headers)));
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<mixed>
     */
    protected function api(string $method, string $path, ?array $body = null): array
    {
        $content = null === $body ? '' : json_encode($body, \JSON_THROW_ON_ERROR);
        [$status, , $answer] = $this->raw($this->get($path, ['Content-Type: application/json', 'Content-Length: '.\strlen($content)], $method).$content);
        self::assertContains($status, [200, 201, 202], $answer);

        return (array) json_decode($answer, true, 64, \JSON_THROW_ON_ERROR);
    }

    protected static function at(mixed $data, int|string ...$path): mixed
    {
        foreach ($path as $member) {
            self::assertIsArray($data);
            self::assertArrayHasKey($member, $data);
            $data = $data[$member];
        }

        return $data;
    }
}
