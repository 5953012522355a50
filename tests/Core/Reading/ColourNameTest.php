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

    /**
     * Swatches and the names that a careful person would give them.
     *
     * @return iterable<string, array{string, string}>
     */
    public static function things(): iterable
    {
        // Named colours of CSS Color 4, §6.1, whose keyword says what they are.
        yield 'red' => ['#ff0000', 'red'];
        yield 'darkred' => ['#8b0000', 'dark red'];
        yield 'pink' => ['#ffc0cb', 'light pink'];
        yield 'hotpink' => ['#ff69b4', 'pink'];
        yield 'orange' => ['#ffa500', 'orange'];
        yield 'darkorange' => ['#ff8c00', 'orange'];
        yield 'saddlebrown' => ['#8b4513', 'brown'];
        yield 'yellow' => ['#ffff00', 'yellow'];
        yield 'olive' => ['#808000', 'olive'];
        yield 'darkolivegreen' => ['#556b2f', 'olive'];
        yield 'green' => ['#008000', 'green'];
        yield 'darkgreen' => ['#006400', 'dark green'];
        yield 'lightgreen' => ['#90ee90', 'light green'];
        yield 'palegreen' => ['#98fb98', 'pale green'];
        yield 'forestgreen' => ['#228b22', 'green'];
        yield 'teal' => ['#008080', 'teal'];
        yield 'turquoise' => ['#40e0d0', 'turquoise'];
        yield 'lightblue' => ['#add8e6', 'light blue'];
        yield 'skyblue' => ['#87ceeb', 'light blue'];
        yield 'steelblue' => ['#4682b4', 'blue'];
        yield 'blue' => ['#0000ff', 'blue'];
        yield 'darkblue' => ['#00008b', 'dark blue'];
        yield 'purple' => ['#800080', 'purple'];
        yield 'magenta' => ['#ff00ff', 'magenta'];
        yield 'white' => ['#ffffff', 'white'];
        yield 'lightgrey' => ['#d3d3d3', 'light grey'];
        yield 'grey' => ['#808080', 'grey'];
        yield 'slategrey' => ['#708090', 'blue-grey'];
        yield 'black' => ['#000000', 'black'];
        // Common practice.
        yield 'paper' => ['#fafafa', 'white'];
        yield 'a grey card' => ['#777777', 'grey'];
        yield 'soot' => ['#080808', 'black'];
        yield 'shade on white' => ['#b0b0b9', 'grey'];
        yield 'a fire engine' => ['#d11a20', 'red'];
        yield 'a plum' => ['#5a2a5e', 'dark purple'];
        yield 'a lilac' => ['#b9a7dd', 'light purple'];
        yield 'a ripe lemon' => ['#f4e34a', 'yellow'];
        yield 'an ochre glaze' => ['#c8922e', 'ochre'];
        yield 'a walnut' => ['#6b4526', 'dark brown'];
        yield 'driftwood' => ['#9c8a72', 'light brown'];
        yield 'a fired brick' => ['#a34a2c', 'brown'];
        yield 'dry sand' => ['#c9b79c', 'beige'];
        yield 'raw linen' => ['#e8dcc8', 'cream'];
        yield 'an unripe olive' => ['#6b6a32', 'olive'];
        yield 'young leaves' => ['#9acd32', 'lime'];
        yield 'sage' => ['#9dc183', 'light green'];
        yield 'a teal vase' => ['#1d5154', 'dark teal'];
        yield 'a clear sky' => ['#6aa9dc', 'light blue'];
        yield 'a clear forget-me-not' => ['#7aa5e0', 'light blue'];
        yield 'ink' => ['#24307e', 'dark blue'];
        yield 'red wine' => ['#722f37', 'dark red'];
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
