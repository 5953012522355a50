<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\Process\Process;
use Tovrin\Tests\Outside;

/** A real worker with a folder of its own, against a real front: by TLS, with a key, and with nothing else. */
final class ElsewhereTest extends ServedTestCase
{
    private int $door;
    private string $key;
    private ?string $picture = null;

    protected function setUp(): void
    {
        $this->data = Outside::scratch();
        $this->port = self::freePort();
        $this->door = self::freePort();
        $this->serve = $this->started(['TOVRIN_WORKERS_AT' => '127.0.0.1:'.$this->door, 'TOVRIN_WORKERS' => 'elsewhere']);
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
        $this->key = trim($this->tovrin(['worker-key', 'add', 'kiln'], ['TOVRIN_DATA' => $this->data])->mustRun()->getOutput());
    }

    public function testFilesStudiesAndPicturesComeOutAsIfTheyWereMadeHere(): void
    {
        $this->photos(2);
        $this->api('PUT', '/api/photos/1/grade', ['basedOn' => 0, 'look' => self::look()]);
        $carried = $this->api('POST', '/api/photos/1/carry', ['look' => self::look(), 'to' => [2]]);
        $folder = Outside::scratch();
        $worker = $this->worker($folder);
        self::until(fn (): mixed => $this->api('GET', '/api/jobs/'.$this->id($carried))['waiting'], static fn (mixed $waiting): bool => 0 === $waiting);
        self::until(fn (): int => \count(glob($this->data.'/photos/*/study-*') ?: []), static fn (int $studies): bool => 2 === $studies);
        self::until(fn (): array => self::column($this->api('GET', '/api/sets/1'), 'photos', 'drawn'), static fn (array $drawn): bool => [1, 1] === $drawn);
        $delivery = $this->api('POST', '/api/deliveries', ['photos' => [['id' => 1, 'basedOn' => 1], ['id' => 2, 'basedOn' => 1]], 'outputs' => [['format' => 'jpeg'], ['format' => 'tiff'], ['format' => 'cube', 'colourPart' => true]]]);
        $after = self::until(fn (): array => $this->api('GET', '/api/deliveries/'.$this->id($delivery)), static fn (array $now): bool => 6 === $now['done'] || $now['failed'] > 0);
        self::assertSame([6, 0], [$after['done'], $after['failed']], (string) json_encode($after));
        $worker->stop(10.0, \SIGTERM);
        self::assertStringContainsString('Stopped.', $worker->getOutput());
        self::assertFileDoesNotExist($folder.'/1/tovrin.sqlite', 'it has opened no database');
        self::assertSame([], glob($this->data.'/elsewhere/*'), 'nothing is left lying');
        self::assertSame([], array_filter($this->api('GET', '/api/workers'), static fn (mixed $one): bool => false === self::at($one, 'here')), 'it has said goodbye');
        // The original came once, for all files of it.
        self::assertSame(1, substr_count((string) json_encode(array_map(filesize(...), glob($folder.'/cache/*') ?: [])), (string) filesize($this->picture())));

        $there = $this->digests();
        $this->serve->stop(10.0, \SIGTERM);
        foreach (glob($this->data.'/exports/*') ?: [] as $path) {
            unlink($path);
        }
        $here = $this->tovrin(['work', '--until-idle'], ['TOVRIN_DATA' => $this->data]);
        (new \PDO('sqlite:'.$this->data.'/tovrin.sqlite'))->exec("UPDATE export_job SET state = 'queued', seen_at = '2026-01-01 00:00:00'");
        $here->mustRun();
        self::assertSame($there, $this->digests(), 'byte for byte');
    }

    public function testTheDoorLeadsNowhereElse(): void
    {
        $context = ['http' => ['ignore_errors' => true, 'header' => 'Tovrin-Worker-Key: '.explode('.', $this->key)[0]], 'ssl' => ['verify_peer' => false, 'verify_peer_name' => false]];
        foreach (['/', '/api/sets', '/api/health', '/api/workers', '/index.html', '/api/events'] as $path) {
            $answer = (string) file_get_contents("https://127.0.0.1:$this->door$path", false, stream_context_create($context));
            self::assertSame('{"error":"Here is nothing but work for workers."}', $answer, $path);
        }
        self::assertFalse(@file_get_contents("http://127.0.0.1:$this->door/api/work/take"), 'nothing is said without TLS');
    }

    /** @return iterable<string, array{\Closure(string): string, string}> */
    public static function wrongKeys(): iterable
    {
        yield 'of nobody' => [static fn (string $key): string => str_repeat('0', 48).substr($key, 48), 'does not know this worker’s key'];
        yield 'of another front' => [static fn (string $key): string => substr($key, 0, 49).str_repeat('A', 43), ''];
        yield 'none at all' => [static fn (string $key): string => '', 'worker-key add NAME'];
    }

    /** @param \Closure(string): string $wrong */
    #[\PHPUnit\Framework\Attributes\DataProvider('wrongKeys')]
    public function testAWrongKeyIsRefusedInWords(\Closure $wrong, string $words): void
    {
        $this->key = $wrong($this->key);
        $worker = $this->worker(Outside::scratch());
        if ('' === $words) {
            // Another machine answers at that address: nothing is told to it.
            $worker->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'The front does not answer: '));
            self::assertSame([], [] === $this->api('GET', '/api/workers') ? [] : array_filter($this->api('GET', '/api/workers'), static fn (mixed $one): bool => false === self::at($one, 'here')));
            $worker->stop(5.0, \SIGTERM);

            return;
        }
        $worker->wait();
        self::assertSame(2, $worker->getExitCode());
        self::assertStringContainsString($words, $worker->getErrorOutput());
    }

    public function testTheKeyIsNotSentInTheOpen(): void
    {
        $worker = $this->tovrin(['work', '--front', 'http://192.0.2.7:7443'], ['TOVRIN_WORKER_KEY' => $this->key]);
        self::assertSame(2, $worker->run());
        self::assertStringContainsString('Use https', $worker->getErrorOutput());
    }

    public function testKeysAreListedAndRevoked(): void
    {
        $keys = fn (string ...$arguments): Process => $this->tovrin(['worker-key', ...array_values($arguments)], ['TOVRIN_DATA' => $this->data]);
        self::assertStringContainsString('kiln  made ', $keys('list')->mustRun()->getOutput());
        self::assertSame(2, ($again = $keys('add', 'kiln'))->run());
        self::assertStringContainsString('There is a key named "kiln"', $again->getErrorOutput());
        $keys('revoke', 'kiln')->mustRun();
        self::assertSame('', $keys('list')->mustRun()->getOutput());
    }

    /** By another program: OpenSSL's. */
    public function testThePinIsThatOfTheCertificate(): void
    {
        $command = \sprintf('openssl x509 -in %s -noout -pubkey | openssl pkey -pubin -outform der | openssl dgst -sha256 -binary | base64', escapeshellarg($this->data.'/worker-certificate.pem'));
        self::assertSame(trim((string) shell_exec($command)), strtr(explode('.', $this->key)[1], '-_', '+/').'=');
    }

    private function photos(int $count): void
    {
        $this->api('POST', '/api/sets', ['name' => 'A set']);
        $bytes = (string) file_get_contents($this->picture());
        for ($photo = 1; $photo <= $count; ++$photo) {
            [$status, , $answer] = $this->raw($this->get("/api/sets/1/photos?name=photo-$photo.jpg", ['Content-Type: application/octet-stream', 'Content-Length: '.\strlen($bytes)], 'POST').$bytes);
            self::assertSame(201, $status, $answer);
        }
    }

    /** A small one: it is studied, drawn and written many times. */
    private function picture(): string
    {
        if (null === $this->picture) {
            $this->picture = Outside::scratch().'/picture.png';
            Outside::run([Outside::convert(), Outside::root().'/demo/photos/tones-and-hues.png', '-resize', '25%', $this->picture]);
        }

        return $this->picture;
    }

    /** @return array<string, string> of finished files and pictures of the sheet */
    private function digests(): array
    {
        $paths = [...glob($this->data.'/exports/*') ?: []];

        return array_combine(array_map(basename(...), $paths), array_map(static fn (string $path): string => (string) hash_file('sha256', $path), $paths));
    }

    /** @return array<string, mixed> with a reach by hue, so that edges are taken apart */
    private static function look(): array
    {
        return ['tovrinLook' => 1, 'name' => '', 'edges' => 'unmixed', 'moves' => [['id' => 'm1', 'kind' => 'shift', 'params' => ['hue' => 40], 'reach' => ['hue' => ['from' => 20, 'to' => 96, 'softFrom' => 10, 'softTo' => 14]]], ['id' => 'm2', 'kind' => 'warmth', 'params' => ['warmth' => 12]]]];
    }

    private function worker(string $folder): Process
    {
        $worker = $this->tovrin(['work', '--front', 'https://127.0.0.1:'.$this->door, '--folder', $folder, '--name', 'kiln'], ['TOVRIN_WORKER_KEY' => $this->key]);
        $worker->start();

        return $worker;
    }

    /**
     * @param list<string>          $arguments
     * @param array<string, string> $environment
     */
    private function tovrin(array $arguments, array $environment): Process
    {
        return new Process([Outside::root().'/bin/tovrin', ...$arguments], Outside::root(), ['TOVRIN_BUILD' => false, ...$environment], null, 300.0);
    }

    /** @param array<mixed> $of */
    private function id(array $of): string
    {
        $id = self::at($of, 'id');
        self::assertIsInt($id);

        return (string) $id;
    }

    /**
     * @param array<mixed> $of
     *
     * @return list<mixed>
     */
    private static function column(array $of, string $list, string $member): array
    {
        $rows = self::at($of, $list);
        self::assertIsArray($rows);

        return array_column($rows, $member);
    }
}
