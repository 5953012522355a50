<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Format;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Move;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** What is written is read back as the same grade, and moves keep their ids. */
final class LookWriterTest extends TestCase
{
    public function testWhatIsWrittenIsReadAsTheSameGrade(): void
    {
        $grades = [Looks::rich(), Looks::of()];
        foreach ([...(glob(Outside::root().'/looks/*/*.json') ?: []), ...(glob(Outside::root().'/demo/looks/*.json') ?: [])] as $path) {
            $grades[] = LookJson::read((string) file_get_contents($path));
        }
        self::assertGreaterThan(10, \count($grades));
        foreach ($grades as $grade) {
            self::assertEquals($grade, LookJson::read(LookWriter::write($grade)));
        }
    }

    public function testAMoveWithNothingSetHasAnObjectOfNoSettings(): void
    {
        self::assertStringContainsString('"reach":null,"params":{}', LookWriter::write(Looks::of(['kind' => 'shift'])));
    }

    public function testPointsThatLieOnTheStraightLineAreKept(): void
    {
        $points = [[0, 0], [128, 128], [255, 255]];
        self::assertStringContainsString('[128.0,128.0]', str_replace('[128,128]', '[128.0,128.0]', LookWriter::write(Looks::of(['kind' => 'curves', 'params' => ['all' => $points]]))));
    }

    public function testMovesKeepTheirIdsAndOthersAreGivenFreeOnes(): void
    {
        $grade = Looks::of(['kind' => 'shift'], ['kind' => 'shift', 'id' => 'm1'], ['kind' => 'warmth', 'id' => 'glaze_2'], ['kind' => 'shift']);
        self::assertSame(['m2', 'm1', 'glaze_2', 'm3'], array_map(static fn (Move $move): string => $move->id, $grade->moves));
        self::assertSame([2, null, null], [$grade->indexOf('glaze_2'), $grade->indexOf('m9'), $grade->indexOf(null)]);
    }

    public function testOneIdForTwoMovesIsRefusedByPlace(): void
    {
        $this->expectException(FormatError::class);
        $this->expectExceptionMessage('moves[2].id: "a" is the id of moves[0] already');
        Looks::of(['kind' => 'shift', 'id' => 'a'], ['kind' => 'shift', 'id' => 'b'], ['kind' => 'shift', 'id' => 'a']);
    }

    public function testAnIdThatIsNoneIsRefused(): void
    {
        $this->expectException(FormatError::class);
        $this->expectExceptionMessageMatches('/^moves\[0\]\.id/');
        Looks::of(['kind' => 'shift', 'id' => 'no spaces']);
    }

    public function testARefusalIsAlsoSaidInWordsForOneWhoSeesNoFile(): void
    {
        foreach (['' => 'Neutralise: ', 'The plaster' => 'The plaster: '] as $label => $begins) {
            try {
                Looks::of(['kind' => 'neutralise', 'label' => $label, 'params' => ['all' => '#000000']]);
                self::fail('black was accepted');
            } catch (FormatError $e) {
                self::assertStringStartsWith('moves[0].params: ', $e->getMessage());
                self::assertStringStartsWith($begins, (string) $e->inWords);
            }
        }
    }
}
