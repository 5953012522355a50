<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

/** Whatever is sent, it is opened right or refused in clear words, soon, in bounds, and nothing is left behind. */
final class HostileFilesTest extends ApiTestCase
{
    private const SECONDS = 5.0;
    private const KILOBYTES = 1_000_000;
    private const LEAST = 150;

    public function testEachIsOpenedRightOrRefusedInClearWords(): void
    {
        $files = new HostileFiles($this->data);
        $this->call('POST', '/api/sets', '{"name":"Hostile"}');
        $whole = [];
        foreach ($files->whole() as $name => $bytes) {
            $whole[$name] = $this->brought($name, $bytes);
            self::assertSame(201, $whole[$name]['status'], "$name: ".$whole[$name]['words']);
        }
        $seen = $opened = 0;
        $slowest = [0.0, ''];
        foreach ($files->all() as $name => $bytes) {
            ['status' => $status, 'words' => $words, 'seconds' => $seconds, 'preview' => $preview, 'notes' => $notes] = $this->brought($name, $bytes);
            ++$seen;
            $slowest = max($slowest, [$seconds, $name]);
            self::assertContains($status, [201, 422], "$name: $words");
            if (422 === $status) {
                self::assertMatchesRegularExpression('/^".+" (is|has|says|cannot) .+\.( .+\.)?$/', $words, $name);
                self::assertStringNotContainsString('should not have', $words, $name);
                continue;
            }
            ++$opened;
            $of = substr($name, (int) strrpos($name, ' ') + 1);
            if (str_starts_with($name, 'cut') || str_starts_with($name, 'followed')) {
                // What is missing is said, or it was nothing that shows.
                self::assertTrue($preview === $whole[$of]['preview'] || str_contains($notes, 'damaged'), "$name was opened to something else");
            }
        }
        self::assertLessThan(self::SECONDS, $slowest[0], $slowest[1]);
        self::assertGreaterThanOrEqual(self::LEAST, $seen);
        self::assertGreaterThan(20, $opened, 'what is right enough is taken');
        self::assertLessThan(self::KILOBYTES, getrusage(1)['ru_maxrss'] ?? 0, 'memory of the greediest of the processes that decode');
        self::assertSame([], glob($this->data.'/.upload*') ?: []);
        self::assertCount($opened + \count($whole), glob($this->data.'/photos/*') ?: [], 'a folder for each photo, none for what was refused');
    }

    /** Seconds of work that this process and those it started have done: other work of the machine does not count. */
    private static function worked(): float
    {
        $seconds = 0.0;
        foreach ([0, 1] as $whose) {
            $used = getrusage($whose) ?: [];
            foreach (['ru_utime', 'ru_stime'] as $what) {
                [$whole, $rest] = [$used[$what.'.tv_sec'] ?? 0, $used[$what.'.tv_usec'] ?? 0];
                $seconds += (\is_int($whole) ? $whole : 0) + (\is_int($rest) ? $rest : 0) / 1e6;
            }
        }

        return $seconds;
    }

    /** @return array{status: int, words: string, seconds: float, preview: string, notes: string} */
    private function brought(string $name, string $bytes): array
    {
        $start = self::worked();
        $response = $this->call('POST', '/api/sets/1/photos?name='.rawurlencode($name), $bytes);
        $seconds = self::worked() - $start;
        /** @var array{error?: string, key?: string, notes?: list<string>} $answer */
        $answer = json_decode((string) $response->getContent(), true);
        $preview = $this->data.'/photos/'.($answer['key'] ?? '').'/preview.jpg';

        return ['status' => $response->getStatusCode(), 'words' => $answer['error'] ?? '', 'seconds' => $seconds, 'preview' => is_file($preview) ? md5_file($preview) ?: '' : '', 'notes' => implode(' ', $answer['notes'] ?? [])];
    }
}
