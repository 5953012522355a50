<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Machines\SourceCache;
use Tovrin\App\Machines\TaskFile;
use Tovrin\Tests\Outside;

/** What a worker has fetched, by content, within bounds. */
final class SourceCacheTest extends TestCase
{
    private string $folder;
    private int $fetched = 0;

    protected function setUp(): void
    {
        $this->folder = Outside::scratch();
    }

    public function testTheSameContentIsFetchedOnce(): void
    {
        $cache = new SourceCache($this->folder, 1000);
        $paths = [];
        foreach (['original', 'another-name', 'original'] as $name) {
            $paths[] = $cache->file($this->of('a photo', $name), $this->from('a photo'));
        }
        self::assertSame(1, $this->fetched);
        self::assertCount(1, array_unique($paths));
        self::assertSame('a photo', file_get_contents($paths[0]));
    }

    public function testTheOldestGoWhenThereIsNoRoom(): void
    {
        $cache = new SourceCache($this->folder, 250);
        foreach (['a', 'b'] as $seconds => $letter) {
            $path = $cache->file($this->of(str_repeat($letter, 100)), $this->from(str_repeat($letter, 100)));
            touch($path, 1_700_000_000 + $seconds);
        }
        $cache->file($this->of(str_repeat('a', 100)), $this->from(''));
        $cache->file($this->of(str_repeat('c', 100)), $this->from(str_repeat('c', 100)));
        $there = array_map(static fn (string $path): string => file_get_contents($path)[0] ?? '', glob($this->folder.'/*') ?: []);
        sort($there);
        self::assertSame(['a', 'c'], $there, '"a" was asked for later than "b"');
    }

    public function testAfterACutOnlyTheRestIsFetched(): void
    {
        $cache = new SourceCache($this->folder, 1000);
        $offsets = [];
        $cut = static function ($to, int $from) use (&$offsets): void {
            $offsets[] = $from;
            \assert(\is_resource($to));
            fwrite($to, substr('all of it', $from, 4));
            if (\count($offsets) < 2) {
                throw new \RuntimeException('The cable is cut.');
            }
        };
        try {
            $cache->file($this->of('all of it'), $cut);
            self::fail('It was cut.');
        } catch (\RuntimeException) {
        }
        $path = $cache->file($this->of('all of it'), static function ($to, int $from) use (&$offsets): void {
            $offsets[] = $from;
            \assert(\is_resource($to));
            fwrite($to, substr('all of it', $from));
        });
        self::assertSame([0, 4], $offsets);
        self::assertSame('all of it', file_get_contents($path));
    }

    public function testWhatComesOtherwiseIsNeverUsed(): void
    {
        $cache = new SourceCache($this->folder, 1000);
        $this->expectException(PictureError::class);
        $this->expectExceptionMessage('"original" has come 3 times otherwise');
        try {
            $cache->file($this->of('the photo'), $this->from('not the photo'));
        } finally {
            self::assertSame(3, $this->fetched);
            self::assertFileDoesNotExist($this->folder.'/'.hash('sha256', 'the photo'));
        }
    }

    private function of(string $content, string $name = 'original'): TaskFile
    {
        return new TaskFile($name, hash('sha256', $content), \strlen($content));
    }

    /** @return \Closure(resource, int): void */
    private function from(string $content): \Closure
    {
        return function ($to, int $from) use ($content): void {
            ++$this->fetched;
            \assert(\is_resource($to));
            fwrite($to, substr($content, $from));
        };
    }
}
