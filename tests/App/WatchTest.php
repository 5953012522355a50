<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** A folder that works by itself: pictures dropped in come out graded, half-written ones are waited for, bad ones are set aside with a reason. */
final class WatchTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = Outside::scratch();
        mkdir($this->folder.'/in');
        file_put_contents($this->folder.'/look.json', Looks::json(['kind' => 'shift', 'params' => ['hue' => 60]]));
    }

    public function testPicturesAreGradedAndMovedAwayAndWhatIsNoneIsSetAsideWithItsReason(): void
    {
        Pictures::colourful($this->folder.'/in/bowl.png');
        file_put_contents($this->folder.'/in/notes.jpg', 'no picture');
        file_put_contents($this->folder.'/in/.hidden', 'x');
        file_put_contents($this->folder.'/in/coming.jpg.part', 'x');
        $done = $this->watch('--once', '--rest', '0');
        self::assertSame(0, $done->getExitCode(), $done->getErrorOutput());
        self::assertSame(['bowl-test.png'], $this->names('out'));
        self::assertSame(['bowl.png'], $this->names('in/done'));
        self::assertSame(['notes.jpg', 'notes.jpg.txt'], $this->names('in/failed'));
        self::assertStringContainsString('notes.jpg', (string) file_get_contents($this->folder.'/in/failed/notes.jpg.txt'));
        self::assertSame(['coming.jpg.part', 'done', 'failed'], $this->names('in'));
        // As "render" makes it.
        (new Process([Outside::root().'/bin/tovrin', 'render', $this->folder.'/in/done/bowl.png', '--look', $this->folder.'/look.json', '-o', $this->folder.'/one.png']))->mustRun();
        self::assertSame(Pictures::pixel($this->folder.'/one.png', 5, 5), Pictures::pixel($this->folder.'/out/bowl-test.png', 5, 5));
        // Another picture of that name takes no other's place, neither there nor here.
        Pictures::png($this->folder.'/in/bowl.png', 8, 8, static fn (): array => [200, 100, 50]);
        $this->watch('--once', '--rest', '0');
        self::assertSame(['bowl-test-2.png', 'bowl-test.png'], $this->names('out'));
        self::assertCount(2, $this->names('in/done'));
    }

    public function testAPictureIsTakenOnlyWhenItIsWhole(): void
    {
        $bytes = (string) file_get_contents(Pictures::colourful($this->folder.'/whole.png'));
        $watch = $this->begun('--rest', '1');
        $watch->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'Watching'));
        // Written in pieces, with less than the rest between them.
        foreach (str_split($bytes, max(1, intdiv(\strlen($bytes), 5) + 1)) as $piece) {
            file_put_contents($this->folder.'/in/slow.png', $piece, \FILE_APPEND);
            usleep(500_000);
        }
        $watch->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'slow'));
        $watch->stop(10.0, \SIGTERM);
        self::assertSame(['slow-test.png'], $this->names('out'));
        self::assertSame(['done'], $this->names('in'), $watch->getOutput());
    }

    public function testAKilledWatcherGoesOnWhereItWasAndTwoNeverWatchOneFolder(): void
    {
        for ($i = 0; $i < 6; ++$i) {
            Pictures::colourful($this->folder."/in/photo-$i.png");
        }
        $watch = $this->begun('--rest', '0');
        $watch->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'Wrote'));
        $second = $this->watch('--once');
        self::assertSame(2, $second->getExitCode());
        self::assertStringContainsString('is watched already', $second->getErrorOutput());
        $watch->signal(\SIGKILL);
        $watch->wait();
        // As a kill between the last two steps leaves it: finished, and still there.
        copy($this->folder.'/in/done/photo-0.png', $this->folder.'/in/photo-0.png');
        $this->watch('--once', '--rest', '0');
        self::assertSame(array_map(static fn (int $i): string => "photo-$i-test.png", range(0, 5)), $this->names('out'), 'each once, nothing left over');
    }

    public function testWrongFoldersAndOptionsAreRefusedAtOnce(): void
    {
        foreach ([[[$this->folder.'/nowhere', $this->folder.'/out'], 'There is no folder'], [[$this->folder.'/in', $this->folder.'/in'], 'it would come in again'], [[$this->folder.'/in', $this->folder.'/out', '--rest', 'soon'], '--rest'], [[$this->folder.'/in', $this->folder.'/out', '--quality', '400'], '--quality']] as [$given, $says]) {
            $refused = new Process([Outside::root().'/bin/tovrin', 'watch', ...$given, '--look', $this->folder.'/look.json', '--once']);
            self::assertSame(2, $refused->run(), $refused->getOutput());
            self::assertStringContainsString($says, $refused->getErrorOutput());
        }
    }

    private function watch(string ...$options): Process
    {
        $watch = $this->begun(...$options);
        $watch->wait();

        return $watch;
    }

    private function begun(string ...$options): Process
    {
        $watch = new Process([Outside::root().'/bin/tovrin', 'watch', $this->folder.'/in', $this->folder.'/out', '--look', $this->folder.'/look.json', ...$options], null, null, null, 60.0);
        $watch->start();

        return $watch;
    }

    /** @return list<string> names in a folder, but for hidden ones that are none of its business */
    private function names(string $inside): array
    {
        return array_values(array_diff(scandir($this->folder.'/'.$inside) ?: [], ['.', '..', '.hidden', '.tovrin-watch']));
    }
}
