<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Encoding\DisplayP3;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Lut;
use Tovrin\Core\Format\CubeReader;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\DeviceLinkReader;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Model\Table\DataInMemory;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Move\Kind\Table;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Tables of other programs: read as ffmpeg and LittleCMS read them, and refused by line. */
final class LutFilesTest extends TestCase
{
    /** Colours over all of RGB, on levels of 8 bits. */
    private const PIXELS = 4096;

    /** @return array{list<float>, list<float>, list<float>} */
    private static function colours(): array
    {
        mt_srand(11);
        $colours = [[], [], []];
        for ($i = 0; $i < self::PIXELS; ++$i) {
            foreach ([0, 1, 2] as $channel) {
                $colours[$channel][] = mt_rand(0, 255) / 255;
            }
        }

        return $colours;
    }

    /** A table of random numbers: every neighbour is far away, so that any other interpolation would show. */
    private static function randomCube(int $size, string $head = ''): string
    {
        mt_srand(5);
        $text = "# made for a test\nTITLE \"Random\"\nLUT_3D_SIZE $size\n$head\n";
        for ($i = 0; $i < $size ** 3; ++$i) {
            $text .= \sprintf("%.6F %.6F %.6F\n", mt_rand() / mt_getrandmax(), mt_rand() / mt_getrandmax(), mt_rand() / mt_getrandmax());
        }

        return $text;
    }

    /** @return iterable<string, array{string, string}> the file, and ffmpeg's filter for it */
    public static function cubes(): iterable
    {
        yield 'three-dimensional' => [self::randomCube(7), 'lut3d=file={file}:interp=tetrahedral'];
        yield 'with a domain' => [self::randomCube(5, "DOMAIN_MIN 0 0 0\nDOMAIN_MAX 2.0 1.0 1.5"), 'lut3d=file={file}:interp=tetrahedral'];
        $curve = "LUT_1D_SIZE 32\n";
        for ($i = 0; $i < 32; ++$i) {
            $curve .= \sprintf("%.6F %.6F %.6F\n", ($i / 31) ** 0.7, ($i / 31) ** 1.4, 0.1 + 0.8 * $i / 31);
        }
        yield 'one-dimensional' => [$curve, 'lut1d=file={file}:interp=linear'];
    }

    #[DataProvider('cubes')]
    public function testACubeMeansWhatFfmpegMakesOfIt(string $cube, string $filter): void
    {
        $scratch = Outside::scratch();
        file_put_contents($scratch.'/t.cube', $cube);
        [$red, $green, $blue] = self::colours();
        $raw = '';
        for ($i = 0; $i < self::PIXELS; ++$i) {
            $raw .= pack('v3', (int) round(65535 * $green[$i]), (int) round(65535 * $blue[$i]), (int) round(65535 * $red[$i]));
        }
        // Planar green, blue, red in 16 bits: what its filter computes in without rounding to 8.
        $planes = ['', '', ''];
        foreach (str_split($raw, 6) as $pixel) {
            foreach ([0, 1, 2] as $plane) {
                $planes[$plane] .= substr($pixel, 2 * $plane, 2);
            }
        }
        file_put_contents($scratch.'/in.raw', implode('', $planes));
        $out = Outside::run(['ffmpeg', '-v', 'error', '-f', 'rawvideo', '-pix_fmt', 'gbrp16le', '-s', '64x64', '-i', $scratch.'/in.raw', '-vf', str_replace('{file}', $scratch.'/t.cube', $filter), '-f', 'rawvideo', '-pix_fmt', 'gbrp16le', '-']);
        /** @var array<int, int> $words */
        $words = unpack('v*', $out);
        [$lut] = CubeReader::read($cube);
        $ours = $lut->apply($red, $green, $blue);
        $worst = 0.0;
        foreach ([2 => $ours[0], 0 => $ours[1], 1 => $ours[2]] as $plane => $values) {
            foreach ($values as $i => $value) {
                $worst = max($worst, abs($words[1 + $plane * self::PIXELS + $i] / 65535 - max(0.0, min(1.0, $value))));
            }
        }
        self::assertLessThan(3 / 65535, $worst);
    }

    /** @return iterable<string, array{list<string>}> how LittleCMS's linkicc makes it */
    public static function links(): iterable
    {
        yield 'version 4, curves and a lattice' => [['-r', '4.3', '-n', '17']];
        yield 'version 2, 16 bits' => [['-r', '2.1', '-n', '17']];
        yield 'version 2, 8 bits' => [['-r', '2.1', '-n', '9', '-8']];
    }

    /** @param list<string> $how */
    #[DataProvider('links')]
    public function testADeviceLinkMeansWhatLittleCmsMakesOfIt(array $how): void
    {
        $link = Outside::scratch().'/l.icc';
        Outside::run(['linkicc', '-o', $link, ...$how, '*sRGB', '/usr/share/color/icc/compatibleWithAdobeRGB1998.icc']);
        $this->compareWithTransicc($link, DeviceLinkReader::read((string) file_get_contents($link)));
    }

    public function testOurOwnLinkComesInAsItWentOut(): void
    {
        $link = Outside::scratch().'/own.icc';
        $cube = Compiler::compile(Looks::rich(), 17);
        file_put_contents($link, IccDeviceLink::write($cube, 'Own'));
        $lut = DeviceLinkReader::read((string) file_get_contents($link));
        $this->compareWithTransicc($link, $lut);
        [$red, $green, $blue] = self::colours();
        $looked = $cube->lookUp(new ColourBlock(Srgb::class, $red, $green, $blue));
        self::assertEqualsWithDelta([$looked->a, $looked->b, $looked->c], $lut->apply($red, $green, $blue), 2 / 65535);
    }

    private function compareWithTransicc(string $link, Lut $lut): void
    {
        $colours = array_map(static fn (array $channel): array => \array_slice($channel, 0, 300), self::colours());
        $input = '';
        foreach ($colours[0] as $i => $red) {
            $input .= \sprintf("%.6F\n%.6F\n%.6F\n", 255 * $red, 255 * $colours[1][$i], 255 * $colours[2][$i]);
        }
        $text = Outside::run(['transicc', '-l', $link, '-n', '-b', '-c0'], $input.'q');
        preg_match_all('/-?\d+\.\d+/', $text, $found);
        $theirs = array_map(floatval(...), $found[0]);
        self::assertGreaterThanOrEqual(900, \count($theirs));
        $ours = $lut->apply(...$colours);
        $worst = 0.0;
        foreach ($ours[0] as $i => $ignored) {
            foreach ([0, 1, 2] as $channel) {
                $worst = max($worst, abs($theirs[3 * $i + $channel] - 255 * $ours[$channel][$i]));
            }
        }
        self::assertLessThan(0.1, $worst, 'of 255, a fifth of what 8 bits take: they round to 16 bits between the parts');
    }

    public function testALookThatWentOutAsCubeGivesTheSamePictureWhenItComesIn(): void
    {
        $grade = Looks::rich();
        [$lut, $title] = CubeReader::read(CubeText::write(Compiler::compile($grade, 33), 'Rust'));
        self::assertSame('Rust', $title);
        $tables = new Tables();
        $tables->keep($lut->digest, $lut, $lut->toBytes());
        $back = LookJson::read(json_encode(['tovrinLook' => 1, 'moves' => [['kind' => 'table', 'params' => ['table' => $lut->digest]]]], \JSON_THROW_ON_ERROR), $tables);
        $colours = new ColourBlock(Srgb::class, ...self::colours());
        $cube = Compiler::compile($grade, 33)->lookUp($colours);
        $table = Evaluator::evaluate($back, new Colours($colours))->colours->in(Srgb::class);
        self::assertEqualsWithDelta([$cube->a, $cube->b, $cube->c], [$table->a, $table->b, $table->c], 2e-6);
    }

    public function testShapersDomainsAndLargeLatticesAreReadAsTheySay(): void
    {
        // A curve from −1…3 to the range of a lattice that doubles red.
        [$lut] = CubeReader::read("LUT_1D_SIZE 3\r\nLUT_1D_INPUT_RANGE -1 3\r\nLUT_3D_SIZE 2\r\nLUT_3D_INPUT_RANGE 0.0 2.0\r\n0 0 0\r\n1 1 1\r\n2 2 2\r\n".'0 0 0'."\n4 0 0\n0 2 0\n4 2 0\n0 0 2\n4 0 2\n0 2 2\n4 2 2\n");
        self::assertEqualsWithDelta([[2.0], [1.0], [0.75]], $lut->apply([1.0], [1.0], [0.5]), 1e-6);
        self::assertStringContainsString('2 × 2 × 2', $lut->words());
        self::assertSame([0.0, 4.0], $lut->range());
        // Beyond what it is made for, the rest is put back.
        self::assertEqualsWithDelta([[4.0 + 2.0], [2.0], [0.0 - 0.5]], $lut->apply([5.0], [3.0], [-1.5]), 1e-6);
        // Nodes that are not unpacked at once are the same.
        $identity = self::identity(67);
        self::assertEqualsWithDelta(self::colours(), $identity->apply(...self::colours()), 1e-6);
        self::assertEquals($identity, Lut::fromBytes($identity->toBytes()));
        foreach (['', "TLUT1\n", substr($identity->toBytes(), 0, -1), 'x'.$identity->toBytes()] as $bytes) {
            self::assertNull(Lut::fromBytes($bytes));
        }
    }

    public function testATableActsInTheEncodingItWasMadeFor(): void
    {
        [$lut] = CubeReader::read("LUT_1D_SIZE 2\n1 0 0\n0 1 1\n");
        $table = new Table($lut, '', DisplayP3::id());
        $p3 = DisplayP3::encoding()->decode([0.2], [0.5], [0.7])->in(Srgb::class);
        $expected = DisplayP3::encoding()->decode([0.8], [0.5], [0.7])->in(LinearSrgb::class);
        $got = $table->apply($p3)->in(LinearSrgb::class);
        self::assertEqualsWithDelta([$expected->a, $expected->b, $expected->c], [$got->a, $got->b, $got->c], 1e-9);
    }

    public function testALookNamesItsTableAndCarriesItOnlyWhereItLeaves(): void
    {
        $tables = new Tables(kept: new DataInMemory());
        $lut = self::identity(5);
        $tables->keep($lut->digest, $lut, $lut->toBytes());
        $look = json_encode(['tovrinLook' => 1, 'moves' => [['id' => 'm1', 'kind' => 'table', 'params' => ['table' => $lut->digest, 'name' => 'evening.cube']]]], \JSON_THROW_ON_ERROR);
        $grade = LookJson::read($look, $tables);
        self::assertStringNotContainsString('"data"', LookWriter::write($grade));
        self::assertEquals($grade, LookJson::read(LookWriter::portable($grade)), 'on a server that has never seen it');
        self::assertEquals(LookWriter::write($grade), LookWriter::write(LookJson::read($look)), 'who evaluates nothing reads its name');
        $this->expectException(FormatError::class);
        $this->expectExceptionMessage('The table “evening.cube” is not here. Import its file again.');
        LookJson::read($look, new Tables(kept: new DataInMemory()));
    }

    /** @param list<string> $says */
    #[DataProvider('broken')]
    public function testWhatIsBrokenIsRefusedByLine(string $text, array $says): void
    {
        try {
            CubeReader::read($text);
            self::fail('It was accepted.');
        } catch (FormatError $e) {
            foreach ($says as $part) {
                self::assertStringContainsString($part, $e->getMessage());
            }
        }
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function broken(): iterable
    {
        $eight = str_repeat("0 0 0\n", 8);
        yield 'nothing' => ['', ['no LUT_1D_SIZE']];
        yield 'no table' => ["eggs, milk\n", ['line 1', 'eggs,']];
        yield 'a picture' => ["\x89PNG\r\n\x1a\n\0\0", ['line 1']];
        yield 'no size' => ["0 0 0\n", ['line 1', 'before LUT_1D_SIZE or LUT_3D_SIZE']];
        yield 'too large' => ["LUT_3D_SIZE 130\n", ['line 1', '130', '2 to 129']];
        yield 'a size that is none' => ["# a\nLUT_3D_SIZE two\n", ['line 2', 'two']];
        yield 'too few' => ["LUT_3D_SIZE 2\n0 0 0\n1 1 1\n", ['ends after 2 of 8']];
        yield 'too many' => ["LUT_3D_SIZE 2\n".$eight."0 0 0\n", ['line 10', 'more numbers']];
        yield 'two numbers' => ["LUT_3D_SIZE 2\n0 0\n", ['line 2', '2 numbers where 3 are due']];
        yield 'no number' => ["LUT_3D_SIZE 2\n0 0 red\n", ['line 2', 'red']];
        yield 'not a number' => ["LUT_3D_SIZE 2\n0 nan 0\n", ['line 2', 'nan']];
        yield 'endless' => ["LUT_3D_SIZE 2\n0 1e999 0\n", ['line 2', '1e999']];
        yield 'a domain that ends before it begins' => ["LUT_3D_SIZE 2\nDOMAIN_MIN 0 0 0\nDOMAIN_MAX 1 0 1\n".$eight, ['line 3', 'not above']];
        yield 'a range that is none' => ["LUT_3D_SIZE 2\nLUT_3D_INPUT_RANGE 1 1\n".$eight, ['line 2', 'not above']];
        yield 'a keyword too late' => ["LUT_3D_SIZE 2\n0 0 0\nTITLE \"x\"\n", ['line 3', 'TITLE']];
        yield 'an endless line' => ['LUT_3D_SIZE 2'.str_repeat(' ', 600)."x\n", ['line 1', 'too long']];
    }

    public function testProfilesThatAreNoLinksAreRefusedInWords(): void
    {
        $profile = (string) file_get_contents('/usr/share/color/icc/sRGB.icc');
        $link = IccDeviceLink::write(Compiler::compile(Looks::rich(), 5), 'x');
        foreach ([[$profile, 'class “mntr”'], [substr_replace($link, 'CMYK', 16, 4), 'from “CMYK”'], [substr($link, 0, 400), 'damaged'], [substr_replace($link, 'mftX', (int) strpos($link, 'mft2'), 4), 'mftX']] as [$bytes, $says]) {
            try {
                DeviceLinkReader::read($bytes);
                self::fail('It was accepted.');
            } catch (FormatError $e) {
                self::assertStringContainsString($says, $e->getMessage());
            }
        }
    }

    private static function identity(int $size): Lut
    {
        $grid = '';
        for ($i = 0; $i < $size ** 3; ++$i) {
            $grid .= pack('g3', $i % $size / ($size - 1), intdiv($i, $size) % $size / ($size - 1), intdiv($i, $size * $size) / ($size - 1));
        }

        return new Lut([0.0, 0.0, 0.0], [1.0, 1.0, 1.0], [], $size, $grid, [0.0, 0.0, 0.0], [1.0, 1.0, 1.0]);
    }
}
