<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Tests\Core\Looks;

final class AreaJsonTest extends TestCase
{
    private const ELLIPSE = ['shape' => 'ellipse', 'centre' => [0.5, 0.5], 'radii' => [0.2, 0.3]];
    private const REACH = ['hue' => ['from' => 40, 'to' => 60, 'softFrom' => 5, 'softTo' => 5]];

    public function testWhatIsWrittenIsReadBack(): void
    {
        $grade = Looks::of(['kind' => 'shift', 'params' => ['hue' => 20], 'reach' => self::REACH, 'soften' => 4.5, 'area' => ['invert' => true, 'shapes' => [
            self::ELLIPSE + ['turn' => 30, 'feather' => 0.1, 'subtract' => true],
            ['shape' => 'gradient', 'from' => [0, 0], 'to' => [1, 0.5]],
            ['shape' => 'polygon', 'points' => [[0.1, 0.1], [0.4, 0.1], [0.2, 0.6], [0.15, 0.5], [0.12, 0.4]]],
            ['shape' => 'brush', 'points' => [[0.1, 0.1], [0.4, 0.1]], 'radius' => 0.02, 'softness' => 0.3, 'colours' => ['#102030', '#405060'], 'tolerance' => 0.1],
        ]]]);
        self::assertEquals($grade, LookJson::read(LookWriter::write($grade)));
    }

    public function testFilesWithoutAreasAreWrittenAsTheyWere(): void
    {
        self::assertStringNotContainsString('area', LookWriter::write(Looks::rich()));
        self::assertStringNotContainsString('soften', LookWriter::write(Looks::rich()));
    }

    /** @param array<string, mixed> $move */
    #[DataProvider('wrong')]
    public function testWhatIsWrongIsNamedWithAWayOut(array $move, string $words): void
    {
        $this->expectException(FormatError::class);
        $this->expectExceptionMessageMatches($words);
        Looks::of($move + ['kind' => 'shift', 'params' => ['hue' => 20]]);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        $with = static fn (mixed ...$shapes): array => ['area' => ['shapes' => $shapes]];
        yield 'a polygon of two points' => [$with(['shape' => 'polygon', 'points' => [[0, 0], [1, 1]]]), '/moves\[0\]\.area\.shapes\[0\]: A polygon of 2 points encloses nothing.*at least three/'];
        yield 'a polygon that crosses itself' => [$with(self::ELLIPSE, ['shape' => 'polygon', 'points' => [[0.1, 0.1], [0.9, 0.9], [0.9, 0.1], [0.1, 0.9]]]), '/shapes\[1\]: The polygon crosses itself.*Draw it again/'];
        yield 'an ellipse beside the photo' => [$with(['shape' => 'ellipse', 'centre' => [1.8, 0.5], 'radii' => [0.2, 0.2]]), '/outside the photo.*Move it/'];
        yield 'a polygon beside the photo' => [$with(['shape' => 'polygon', 'points' => [[1.5, 0], [2, 0], [2, 1]]]), '/outside the photo/'];
        yield 'a gradient of no length' => [$with(['shape' => 'gradient', 'from' => [0.5, 0.5], 'to' => [0.5, 0.5]]), '/begins where it ends/'];
        yield 'a thousand strokes' => [$with(...array_fill(0, 1000, ['shape' => 'brush', 'points' => [[0.5, 0.5]]])), '/moves\[0\]\.area\.shapes: There are 1000 shapes; an area has at most 100/'];
        yield 'strokes of too many points' => [$with(...array_fill(0, 20, ['shape' => 'brush', 'points' => array_fill(0, 300, [0.5, 0.5])])), '/moves\[0\]\.area: Its shapes have 6000 points in all; an area has room for 4000/'];
        yield 'a number out of range' => [$with(['radii' => [0.2, 9]] + self::ELLIPSE), '/shapes\[0\]\.radii\[1\]: 9 is too large/'];
        yield 'a word that is no shape' => [$with(['shape' => 'star']), '/shapes\[0\]\.shape: must be one of gradient, ellipse, polygon, brush/'];
        yield 'a setting of another shape' => [$with(['radius' => 1] + self::ELLIPSE), '/shapes\[0\]\.radius: there is no such setting/'];
        yield 'a point that is none' => [$with(['shape' => 'brush', 'points' => [[0, 0], [0, 1], [1, 1], ['a', 1]]]), '/points\[3\]: must be two numbers/'];
        yield 'colours that are not one a point' => [$with(['shape' => 'brush', 'points' => [[0, 0], [0, 1]], 'colours' => ['#112233']]), '/one colour a point; there are 1 for 2/'];
        yield 'a colour that is none' => [$with(['shape' => 'brush', 'points' => array_fill(0, 5, [0, 0]), 'colours' => ['#112233', '#112233', '#112233', '#112233', 'red']]), '/colours\[4\]: "red" is not a colour/'];
        yield 'no shapes' => [['area' => ['shapes' => []]], '/moves\[0\]\.area/'];
        yield 'no object' => [['area' => 5], '/moves\[0\]\.area: must be an object/'];
        yield 'softened and reading what runs' => [['reach' => self::REACH, 'soften' => 3, 'reads' => 'running'], '/moves\[0\]\.soften: a softened matte is read from the source/'];
        yield 'softened too far' => [['reach' => self::REACH, 'soften' => 50], '/soften: 50 is too large.*0 to 20/'];
    }

    public function testFourDifferentAreasAreRefusedAndThreeSharedOnesAreNot(): void
    {
        $move = static fn (float $x): array => ['kind' => 'shift', 'params' => ['hue' => 20], 'area' => ['shapes' => [['centre' => [$x, 0.5]] + self::ELLIPSE]]];
        self::assertCount(5, Looks::of($move(0.1), $move(0.2), $move(0.3), $move(0.1), $move(0.3))->moves);
        $this->expectException(FormatError::class);
        $this->expectExceptionMessageMatches('/moves\[3\]\.area: it would be the 4th different area.*same area as another move, or remove one/');
        Looks::of($move(0.1), $move(0.2), $move(0.3), $move(0.4));
    }
}
