<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Format\CgatsReader;
use Tovrin\Core\Format\FormatError;
use Tovrin\Tests\Outside;

/** Values of charts, as measuring programs write them. */
final class CgatsReaderTest extends TestCase
{
    public function testTheDemosChartLiesAsItsNamesSay(): void
    {
        $chart = CgatsReader::read((string) file_get_contents(Outside::root().'/demo/chart/quillhaven-chart.txt'));
        self::assertSame(['Quillhaven glaze chart, made up', 8, 5, 'A1', 'E8'], [$chart->title, $chart->columns, $chart->rows(), $chart->names[0], $chart->names[39]]);
    }

    public function testXyzNamesInQuotationMarksAndAnyOrderAreRead(): void
    {
        // The white of D50 after ICC.1:2022, 6.3.4.3: Lab is 100, 0, 0.
        $chart = CgatsReader::read("CGATS.17\r\nBEGIN_DATA_FORMAT\r\nXYZ_Y SAMPLE_NAME XYZ_X\tXYZ_Z EXTRA\r\nEND_DATA_FORMAT\r\nBEGIN_DATA\r\n100 \"paper white\" 96,42 82.49 x\r\n\r\n# a remark\r\n18.42 grey 17.76 15.2 x\r\nEND_DATA\r\n9 9 9\r\n");
        self::assertSame(['paper white', 'grey'], $chart->names);
        self::assertSame(0, $chart->columns, 'such names say nothing of places');
        foreach ([100.0, 0.0, 0.0] as $i => $value) {
            self::assertEqualsWithDelta($value, $chart->labs[0][$i], 0.02);
        }
        self::assertEqualsWithDelta(50.0, $chart->labs[1][0], 0.05);
        self::assertSame(1, $chart->in(2)->rows());
    }

    public function testPatchesAreSortedByRowAndColumn(): void
    {
        $lines = array_map(static fn (string $name): string => "$name ".(10 * \ord($name[0]) - 600).' 0 0', ['B10', 'A2', 'B2', 'A10']);
        self::assertSame(['A2', 'A10', 'B2', 'B10'], CgatsReader::read("BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n".implode("\n", $lines)."\nEND_DATA")->names);
    }

    /** @return iterable<string, array{string, string}> */
    public static function broken(): iterable
    {
        $head = "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n";
        yield 'nothing' => ['', 'There is no BEGIN_DATA_FORMAT'];
        yield 'no patches' => [$head, 'There are no patches'];
        yield 'a line that ends early' => [$head."BEGIN_DATA\nA1 50 2\n", 'line 5: LAB_B is “”'];
        yield 'words for numbers' => [$head."BEGIN_DATA\nA1 50 2 nan\n", 'line 5: LAB_B is “nan”'];
        yield 'a number beyond all colours' => [$head."BEGIN_DATA\nA1 5e30 2 1\n", 'line 5: LAB_L'];
        yield 'other fields' => ["BEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R RGB_G RGB_B\nEND_DATA_FORMAT\nBEGIN_DATA\nA1 1 2 3\n", 'no field XYZ_X'];
        yield 'far too many' => [$head."BEGIN_DATA\n".str_repeat("x 50 0 0\n", 400), 'There are 400 patches'];
        yield 'far too long' => [str_repeat('x', 1_000_001), 'far larger'];
    }

    #[DataProvider('broken')]
    public function testWhatIsBrokenIsRefusedByLine(string $text, string $says): void
    {
        $this->expectException(FormatError::class);
        $this->expectExceptionMessage($says);
        CgatsReader::read($text);
    }
}
