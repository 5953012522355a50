<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\ForkedTaskError;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Work that a second process does while this one goes on. */
final class ProcessesTest extends TestCase
{
    public function testAResultOfAnySizeComesBackWhole(): void
    {
        foreach (['', 'short', str_repeat('0123456789abcdef', 400_000)] as $text) {
            $task = new ForkedTask(static fn (): string => $text);
            self::assertSame(md5($text), md5($task->result()));
        }
    }

    public function testItIsAnotherProcess(): void
    {
        self::assertNotSame((string) getmypid(), (new ForkedTask(static fn (): string => (string) getmypid()))->result());
    }

    public function testALongComputationIsWaitedFor(): void
    {
        // PHP gives sockets up after this many seconds; a minute unless it is told otherwise.
        $usual = (string) ini_set('default_socket_timeout', '1');
        $task = new ForkedTask(static function (): string {
            usleep(1_300_000);

            return 'done';
        });
        ini_set('default_socket_timeout', $usual);
        self::assertSame('done', $task->result());
    }

    public function testWhatGoesWrongThereIsToldHere(): void
    {
        $task = new ForkedTask(static fn (): string => throw new PictureError('The kiln is cold.'));
        $this->expectException(PictureError::class);
        $this->expectExceptionMessage('The kiln is cold.');
        $task->result();
    }

    /** A mistake in the program is no message for a user, and says where it is. */
    public function testAMistakeThereIsOneHereWithItsTrace(): void
    {
        try {
            (new ForkedTask(static fn (): string => self::mistaken()))->result();
            self::fail('It was not told.');
        } catch (ForkedTaskError $e) {
            self::assertStringContainsString('LogicException: Nobody wrote this. in '.__FILE__, $e->getMessage());
            self::assertStringContainsString('mistaken()', $e->getPrevious()?->getMessage() ?? '');
        }
    }

    /** What is refused elsewhere must not be done here, within limits that would stay. */
    public function testWhereThereCanBeNoOtherProcessTheWorkIsRefused(): void
    {
        // A copy that anybody may read, for a user who may have no further process.
        $folder = Outside::scratch();
        foreach (['Native/Ffi', 'Native/LibC', 'Native/ForkedProcess', 'PictureError', 'ForkedTask', 'ForkedTaskError'] as $class) {
            copy(Outside::root()."/src/Imaging/$class.php", $folder.'/'.basename($class).'.php');
        }
        file_put_contents($folder.'/try.php', <<<'PHP'
            <?php
            foreach (glob(__DIR__.'/[A-Z]*.php') as $path) { require $path; }
            try {
                echo (new Tovrin\App\Imaging\ForkedTask(static fn (): string => 'done here by '.getmypid()))->result();
            } catch (Tovrin\App\Imaging\PictureError $e) {
                echo 'refused: '.$e->getMessage();
            }
            PHP);
        (new Process(['chmod', '-R', 'a+rX', $folder]))->mustRun();
        $as = 0 === posix_geteuid() ? ['setpriv', '--reuid', '65534', '--regid', '65534', '--clear-groups'] : [];
        self::assertStringStartsWith('refused: This computer has too little memory', Outside::run([...$as, 'prlimit', '--nproc=1:1', \PHP_BINARY, '-d', 'ffi.enable=1', $folder.'/try.php']));
    }

    private static function mistaken(): never
    {
        throw new \LogicException('Nobody wrote this.');
    }

    public function testAProcessNobodyWaitsForIsEnded(): void
    {
        $before = self::children();
        $task = new ForkedTask(static function (): string {
            sleep(60);

            return '';
        });
        self::assertCount(\count($before) + 1, self::children());
        unset($task);
        self::assertCount(\count($before), self::children());
    }

    public function testSharedBytesAreWrittenByBoth(): void
    {
        $shared = new SharedBytes(6);
        \FFI::memcpy($shared->bytes(), 'abc', 3);
        $task = new ForkedTask(static function () use ($shared): string {
            \FFI::memcpy($shared->bytes() + 3, 'xyz', 3); // @phpstan-ignore binaryOp.invalid, argument.type

            return '';
        });
        $task->result();
        self::assertSame('abcxyz', $shared->toString());
    }

    public function testALargePictureInTwoHalvesIsTheSameAsInOne(): void
    {
        $link = IccDeviceLink::write(Compiler::compile(Looks::of(['kind' => 'shift', 'params' => ['hue' => 60, 'lightness' => 5]]), 9), 'x');
        // Just above the size from which on two processes share the work; an odd number of pixels.
        [$width, $height] = [2003, 1501];
        $row = '';
        for ($x = 0; $x < $width; ++$x) {
            $row .= \chr($x & 255).\chr(($x * 7) & 255).\chr(($x >> 3) & 255);
        }
        $large = new Pixels($width, $height, 8, false, str_repeat($row, $height));
        $shares = [];
        $result = LittleCms::applyLink($link, Lattice::uniform(9), $large, static function (float $share) use (&$shares): void {
            $shares[] = $share;
        })->bytes();
        $one = LittleCms::applyLink($link, Lattice::uniform(9), new Pixels($width, 1, 8, false, $row), static function (): void {})->bytes();
        self::assertSame(md5(str_repeat($one, $height)), md5($result));
        self::assertSame(1.0, max([0.0, ...$shares]));
    }

    /** @return list<string> the processes that this one has started and that still are there */
    private static function children(): array
    {
        return array_values(array_filter(explode(' ', trim((string) file_get_contents('/proc/self/task/'.getmypid().'/children'))), static fn (string $pid): bool => '' !== $pid));
    }
}
