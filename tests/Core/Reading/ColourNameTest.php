<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reading\ColourName;

final class ColourNameTest extends TestCase
{
    #[DataProvider('things')]
    public function testThingsAreCalledWhatPeopleCallThem(string $hex, string $name): void
    {
        self::assertSame($name, ColourName::of(...ColourBlock::of(Srgb::class, [Hex::parse($hex)])->in(OkLch::class)->at(0)));
    }

    /** @return iterable<string, array{string, string}> common practice */
    public static function things(): iterable
    {
        yield 'paper' => ['#fafafa', 'white'];
        yield 'a grey card' => ['#777777', 'grey'];
        yield 'soot' => ['#080808', 'black'];
        yield 'a fire engine' => ['#d11a20', 'vivid red'];
        yield 'the ochre bowl' => ['#c8922e', 'ochre'];
        yield 'the teal vase' => ['#1d5154', 'deep teal'];
        yield 'a walnut' => ['#6b4526', 'deep brown'];
        yield 'an olive' => ['#6b6a32', 'dull olive'];
        yield 'a lemon' => ['#f4e34a', 'pale yellow'];
        yield 'a clear sky' => ['#6aa9dc', 'azure'];
        yield 'ink' => ['#24307e', 'deep blue'];
        yield 'a plum' => ['#5a2a5e', 'deep magenta'];
        yield 'shade on white' => ['#b0b0b9', 'grey'];
    }

    public function testEveryDegreeHasANameAndTheCircleCloses(): void
    {
        self::assertSame(ColourName::hue(0.0), ColourName::hue(360.0));
        self::assertSame(ColourName::hue(-20.0), ColourName::hue(340.0));
        $names = array_unique(array_map(static fn (int $degree): string => ColourName::hue((float) $degree), range(0, 359)));
        self::assertCount(12, $names);
    }

    public function testTheNamedStretchesGoOnceAroundAndAreCalledWhatTheirHuesAreCalled(): void
    {
        $stretches = ColourName::hues();
        foreach ($stretches as $i => ['name' => $name, 'from' => $from, 'to' => $to]) {
            self::assertSame($name, ColourName::hue(($from + $to) / 2));
            self::assertSame(0.0, fmod(($stretches[$i + 1]['from'] ?? $stretches[0]['from'] + 360.0) - $to, 360.0), "what follows $name");
        }
        self::assertSame(360.0, array_sum(array_map(static fn (array $one): float => $one['to'] - $one['from'], $stretches)));
    }
}
