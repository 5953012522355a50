<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** bin/tovrin as it is typed. */
final class CommandLineTest extends TestCase
{
    private static string $scratch;

    public static function setUpBeforeClass(): void
    {
        self::$scratch = Outside::scratch();
        Pictures::colourful(self::path('in.png'));
        file_put_contents(self::path('look.json'), Looks::json(
            ['kind' => 'shift', 'reach' => ['hue' => ['from' => 20, 'to' => 120, 'softFrom' => 20, 'softTo' => 20]], 'params' => ['hue' => 40, 'saturation' => -20]],
            ['kind' => 'selective-colour', 'params' => ['blues' => ['yellow' => 40]]],
        ));
    }

    public function testChooseLearnsAReachAndMatteShowsIt(): void
    {
        // A red square on blue, both shaded.
        Pictures::png(self::path('square.png'), 120, 80, static fn (int $x, int $y): array => $x > 30 && $x < 80 && $y > 20 && $y < 60 ? [170 + intdiv($x, 4), 50 + intdiv($y, 4), 40] : [40, 60 + intdiv($y, 4), 120 + intdiv($x, 4)]);
        $chosen = self::tovrin(['choose', self::path('square.png'), '--want', '0.35,0.45 0.6,0.6', '--hold', '0.1,0.1', '-o', self::path('reach.json')]);
        self::assertSame(0, $chosen->getExitCode(), $chosen->getErrorOutput());
        self::assertMatchesRegularExpression('/Catches (19|2[0-2])\.\d % of the picture/', $chosen->getOutput());
        self::assertStringContainsString('red', $chosen->getOutput());
        $matte = self::tovrin(['matte', self::path('square.png'), '--reach', self::path('reach.json'), '-o', self::path('matte.png')]);
        self::assertSame(0, $matte->getExitCode(), $matte->getErrorOutput());
        self::assertSame([120, 80], \array_slice((array) getimagesize(self::path('matte.png')), 0, 2));
        self::assertSame([255, 255, 255], Pictures::pixel(self::path('matte.png'), 55, 40));
        self::assertSame([0, 0, 0], Pictures::pixel(self::path('matte.png'), 10, 10));
        // The same of a look's second move, and broader catches no less.
        file_put_contents(self::path('two.json'), Looks::json(['kind' => 'shift'], ['kind' => 'shift', 'reach' => json_decode((string) file_get_contents(self::path('reach.json')), true)]));
        self::assertSame(0, self::tovrin(['matte', self::path('square.png'), '--look', self::path('two.json'), '--move', '2', '-o', self::path('again.png')])->getExitCode());
        self::assertFileEquals(self::path('matte.png'), self::path('again.png'));
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function badChoices(): iterable
    {
        yield 'nothing marked' => [['choose', 'in.png'], 'Nothing is marked'];
        yield 'a place of words' => [['choose', 'in.png', '--want', 'left,top'], '"left,top" is no place'];
        yield 'an empty stroke' => [['choose', 'in.png', '--want', ''], '1 to'];
        yield 'beside the picture' => [['choose', 'in.png', '--want', '3,4 5,6'], 'beside the picture'];
        yield 'far too broad' => [['choose', 'in.png', '--want', '0.5,0.5', '--broader', '7'], '--broader 7'];
        yield 'no such picture' => [['choose', 'none.png', '--want', '0.5,0.5'], 'none.png'];
        yield 'no reach' => [['matte', 'in.png', '-o', 'm.png'], 'Which reach'];
        yield 'a matte that is no PNG' => [['matte', 'in.png', '--look', 'look.json', '-o', 'm.jpg'], 'end its name in .png'];
        yield 'a move there is not' => [['matte', 'in.png', '--look', 'look.json', '--move', '9', '-o', 'm.png'], '--move 9'];
        yield 'a reach that is none' => [['matte', 'in.png', '--reach', 'in.png', '-o', 'm.png'], 'in.png'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('badChoices')]
    public function testBadChoicesAreRefusedInWordsAndLeaveNothing(array $arguments, string $words): void
    {
        $before = scandir(self::path(''));
        $process = self::tovrin(array_map(static fn (string $a): string => 1 === preg_match('/^[a-z]+\.(png|jpg|json)$/D', $a) ? self::path($a) : $a, $arguments));
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString($words, $process->getErrorOutput());
        self::assertSame($before, scandir(self::path('')));
    }

    public function testSwatchPrintsJsonAtFullPrecision(): void
    {
        $process = self::tovrin(['swatch', '--json', '--look', self::path('look.json'), '#c8922e', '0.1,0.2,0.9']);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        $lines = explode("\n", trim($process->getOutput()));
        self::assertCount(2, $lines);
        $first = json_decode($lines[0], true, 8, \JSON_THROW_ON_ERROR);
        self::assertIsArray($first);
        self::assertSame(['in', 'out', 'weights'], array_keys($first));
        self::assertSame([200 / 255, 146 / 255, 46 / 255], $first['in']);
        self::assertEquals([1.0, 1.0], $first['weights']);
        self::assertStringContainsString('0.78431372549', $lines[0]);
        $second = json_decode($lines[1], true, 8, \JSON_THROW_ON_ERROR);
        self::assertIsArray($second);
        self::assertEqualsWithDelta([0.0, 1.0], $second['weights'], 1e-9);
    }

    public function testSwatchReadsStandardInputAndNamesTheBadLine(): void
    {
        $good = self::tovrin(['swatch', '--look', self::path('look.json')], "#ffffff\n\n0.5,0.5,0.5\n");
        self::assertSame(0, $good->getExitCode());
        self::assertSame(2, substr_count($good->getOutput(), '→'));
        $bad = self::tovrin(['swatch', '--look', self::path('look.json')], "#ffffff\n0.5,1.5,0.5\n");
        self::assertSame(2, $bad->getExitCode());
        self::assertStringContainsString('Line 2', $bad->getErrorOutput());
        self::assertStringContainsString('0.5,1.5,0.5', $bad->getErrorOutput());
    }

    public function testRenderAgreesWithSwatch(): void
    {
        $process = self::tovrin(['render', self::path('in.png'), '--look', self::path('look.json'), '-o', self::path('out.png')]);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        $grade = \Tovrin\Core\Format\LookJson::read((string) file_get_contents(self::path('look.json')));
        [$in, $out] = array_map(static fn (string $name): array => array_chunk(Pictures::values(PictureFile::read(self::path($name), $name)), 3), ['in.png', 'out.png']);
        self::assertCount(96 * 64, $out);
        $far = 0;
        for ($i = 0; $i < 400; ++$i) {
            $at = (($i * 11) % 64) * 96 + ($i * 37) % 96;
            $exact = Looks::through($grade, $in[$at][0] / 255, $in[$at][1] / 255, $in[$at][2] / 255);
            foreach ($out[$at] as $channel => $value) {
                $far += abs($value - 255 * $exact[$channel]) > 1.5 ? 1 : 0;
            }
        }
        self::assertLessThan(0.01 * 1200, $far, 'channels more than 1.5/255 off');
    }

    public function testApplyRendersManyAndNamesWhatItCannot(): void
    {
        Pictures::colourful(self::path('second.png'));
        $out = self::path('graded');
        $done = self::tovrin(['apply', self::path('look.json'), self::path('in.png'), self::path('second.png'), '-o', $out, '--fit']);
        self::assertSame(0, $done->getExitCode(), $done->getErrorOutput());
        self::assertFileExists($out.'/in-test.png');
        // The very same picture through the very same look, whose windows need no fitting.
        self::tovrin(['render', self::path('in.png'), '--look', self::path('look.json'), '-o', self::path('one.png')]);
        self::assertSame(Pictures::pixel(self::path('one.png'), 3, 3), Pictures::pixel($out.'/second-test.png', 3, 3));
        // The folder may be there already; a file is no folder.
        $again = self::tovrin(['apply', self::path('look.json'), self::path('in.png'), '-o', $out]);
        self::assertSame(0, $again->getExitCode(), $again->getErrorOutput());
        $file = self::tovrin(['apply', self::path('look.json'), self::path('in.png'), '-o', self::path('one.png')]);
        self::assertStringContainsString('is a file. Name a folder', $file->getErrorOutput());
        // One of two is no picture: the other is written all the same.
        file_put_contents(self::path('notes.png'), 'nothing');
        $half = self::tovrin(['apply', self::path('look.json'), self::path('notes.png'), self::path('in.png'), '-o', $out.'2']);
        self::assertSame(2, $half->getExitCode());
        self::assertStringContainsString('notes.png', $half->getErrorOutput());
        self::assertStringContainsString('1 of 2 were written', $half->getErrorOutput());
        self::assertSame(['in-test.png'], array_values(array_diff((array) scandir($out.'2'), ['.', '..'])));
        // Two of one name would take each other's place.
        mkdir(self::path('other'));
        copy(self::path('in.png'), self::path('other').'/in.png');
        $twice = self::tovrin(['apply', self::path('look.json'), self::path('in.png'), self::path('other').'/in.png', '-o', $out.'3']);
        self::assertSame(2, $twice->getExitCode());
        self::assertStringContainsString('would both be written to', $twice->getErrorOutput());
        self::assertDirectoryDoesNotExist($out.'3');
    }

    public function testPicturesCanBeginWithAnotherLook(): void
    {
        file_put_contents(self::path('start.json'), Looks::json(['id' => 'a', 'kind' => 'curves', 'params' => ['all' => [[0, 20], [255, 230]]]]));
        file_put_contents(self::path('then.json'), Looks::json(['id' => 'a', 'kind' => 'saturation', 'params' => ['saturation' => -40]]));
        file_put_contents(self::path('both.json'), Looks::json(['kind' => 'curves', 'params' => ['all' => [[0, 20], [255, 230]]]], ['kind' => 'saturation', 'params' => ['saturation' => -40]]));
        $done = self::tovrin(['apply', self::path('then.json'), self::path('in.png'), '-o', self::path('begun'), '--start', self::path('start.json')]);
        self::assertSame(0, $done->getExitCode(), $done->getErrorOutput());
        self::tovrin(['render', self::path('in.png'), '--look', self::path('both.json'), '-o', self::path('at-once.png')]);
        self::assertSame(PictureFile::read(self::path('at-once.png'), 'in')->bytes(), PictureFile::read(self::path('begun').'/in-test.png', 'in')->bytes());
    }

    public function testRenderOfAnEmptyLookIsTheSamePicture(): void
    {
        file_put_contents(self::path('empty.json'), Looks::json());
        self::tovrin(['render', self::path('in.png'), '--look', self::path('empty.json'), '-o', self::path('same.png')])->getOutput();
        self::assertSame(PictureFile::read(self::path('in.png'), 'in')->bytes(), PictureFile::read(self::path('same.png'), 'same')->bytes());
    }

    /** @return iterable<string, array{list<string>, list<string>}> arguments with {scratch} for the folder; parts of the message */
    public static function mistakes(): iterable
    {
        $look = '{scratch}/look.json';
        yield 'no look' => [['render', '{scratch}/in.png', '-o', '{scratch}/x.png'], ['--look']];
        yield 'a look that is not there' => [['swatch', '--look', '{scratch}/none.json', '#fff000'], ['none.json']];
        yield 'a bad look' => [['swatch', '--look', '{scratch}/bad.json', '#fff000'], ['bad.json', 'moves[0].params.hue', '999']];
        yield 'a bad colour' => [['swatch', '--look', $look, 'reddish'], ['reddish', '#rrggbb']];
        yield 'no output' => [['cube', '--look', $look], ['-o']];
        yield 'an unknown output' => [['cube', '--look', $look, '-o', '{scratch}/x.gif'], ['x.gif', '.cube']];
        yield 'a lattice too fine' => [['cube', '--look', $look, '--lattice', '999', '-o', '{scratch}/x.cube'], ['999', '129']];
        yield 'a lattice that is none' => [['cube', '--look', $look, '--lattice', 'many', '-o', '{scratch}/x.cube'], ['many']];
        yield 'a folder that is not there' => [['cube', '--look', $look, '-o', '{scratch}/no/x.cube'], ['x.cube', 'no folder']];
        yield 'a picture that is not there' => [['render', '{scratch}/none.jpg', '--look', $look, '-o', '{scratch}/x.jpg'], ['none.jpg']];
        yield 'no picture' => [['render', '{scratch}/look.json', '--look', $look, '-o', '{scratch}/x.jpg'], ['look.json', 'not one of the pictures']];
        yield 'a JPEG cut short' => [['render', '{scratch}/short.jpg', '--look', $look, '-o', '{scratch}/x.jpg'], ['short.jpg', 'cut short']];
        yield 'a PNG cut short' => [['render', '{scratch}/short.png', '--look', $look, '-o', '{scratch}/x.jpg'], ['short.png', 'cut short']];
        yield 'a huge declared size' => [['render', '{scratch}/huge.png', '--look', $look, '-o', '{scratch}/x.jpg'], ['huge.png', '30,000']];
        yield 'a quality beyond the scale' => [['render', '{scratch}/in.png', '--look', $look, '-o', '{scratch}/x.jpg', '--quality', '101'], ['101']];
        yield 'an unknown command' => [['polish'], ['polish']];
    }

    /**
     * @param list<string> $arguments
     * @param list<string> $parts
     */
    #[DataProvider('mistakes')]
    public function testMistakesAreNamedAndLeaveNothingBehind(array $arguments, array $parts): void
    {
        file_put_contents(self::path('bad.json'), Looks::json(['kind' => 'shift', 'params' => ['hue' => 999]]));
        $jpeg = PictureWriter::bytes(PictureFile::read(self::path('in.png'), 'in'), new Writing('jpeg', 90));
        file_put_contents(self::path('short.jpg'), substr($jpeg, 0, (int) (\strlen($jpeg) * 0.6)));
        $png = (string) file_get_contents(self::path('in.png'));
        file_put_contents(self::path('short.png'), substr($png, 0, (int) (\strlen($png) * 0.4)));
        file_put_contents(self::path('huge.png'), self::hugePng());
        $before = scandir(self::$scratch);
        $process = self::tovrin(array_map(static fn (string $a): string => str_replace('{scratch}', self::$scratch, $a), $arguments));
        self::assertSame(2, $process->getExitCode(), $process->getOutput().$process->getErrorOutput());
        self::assertSame('', $process->getOutput());
        foreach ($parts as $part) {
            self::assertStringContainsString($part, $process->getErrorOutput());
        }
        self::assertSame($before, scandir(self::$scratch), 'nothing half-written is left');
    }

    public function testAFullDiskIsNamedAndLeavesNothing(): void
    {
        // /dev/full refuses every byte, as a full disk does.
        $process = self::tovrin(['cube', '--look', self::path('look.json'), '-o', '/dev/full/x.cube']);
        self::assertSame(2, $process->getExitCode());
        $mount = self::path('small');
        mkdir($mount);
        if (0 !== (new Process(['mount', '-t', 'tmpfs', '-o', 'size=64k', 'tmpfs', $mount]))->run()) {
            self::markTestSkipped('No right to mount a small disk here.');
        }
        try {
            $process = self::tovrin(['cube', '--look', self::path('look.json'), '-o', $mount.'/x.cube']);
            self::assertSame(2, $process->getExitCode());
            self::assertStringContainsString('disk is full', $process->getErrorOutput());
            self::assertSame(['.', '..'], scandir($mount));
        } finally {
            (new Process(['umount', $mount]))->run();
        }
    }

    public function testSeveralWorkersRunBesideEachOtherAndStopWhenTold(): void
    {
        $workers = [];
        foreach ([0, 1] as $number) {
            $workers[$number] = new Process([Outside::root().'/bin/tovrin', 'work'], null, ['TOVRIN_DATA' => self::path('data')], null, 60.0);
            $workers[$number]->start();
            $workers[$number]->waitUntil(static fn (string $type, string $line): bool => str_contains($line, 'Waiting for work'));
        }
        foreach ($workers as $worker) {
            $worker->signal(\SIGTERM);
            self::assertSame(0, $worker->wait());
            self::assertStringContainsString('Stopped.', $worker->getOutput());
        }
    }

    private static function path(string $name): string
    {
        return self::$scratch.'/'.$name;
    }

    /** @param list<string> $arguments */
    private static function tovrin(array $arguments, ?string $input = null): Process
    {
        $process = new Process([Outside::root().'/bin/tovrin', ...$arguments], null, null, $input, 120.0);
        $process->run();

        return $process;
    }

    /** A PNG whose header says 90,000 × 90,000 pixels. */
    private static function hugePng(): string
    {
        $chunk = static fn (string $type, string $data): string => pack('N', \strlen($data)).$type.$data.pack('N', crc32($type.$data));

        return "\x89PNG\r\n\x1a\n".$chunk('IHDR', pack('NNCCCCC', 90_000, 90_000, 8, 2, 0, 0, 0)).$chunk('IDAT', (string) gzcompress('x')).$chunk('IEND', '');
    }
}
