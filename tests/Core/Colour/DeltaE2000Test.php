<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Colour;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Tests\Outside;

final class DeltaE2000Test extends TestCase
{
    /**
     * The 34 pairs of G. Sharma, W. Wu and E. N. Dalal, Color Research and Application 30 (2005),
     * table 1: L*, a*, b* twice, then the difference to four decimals. The list is from memory; the test below
     * holds it and the formula against culori, which is independent of both.
     */
    private const PAIRS = [
        [50.0000, 2.6772, -79.7751, 50.0000, 0.0000, -82.7485, 2.0425],
        [50.0000, 3.1571, -77.2803, 50.0000, 0.0000, -82.7485, 2.8615],
        [50.0000, 2.8361, -74.0200, 50.0000, 0.0000, -82.7485, 3.4412],
        [50.0000, -1.3802, -84.2814, 50.0000, 0.0000, -82.7485, 1.0000],
        [50.0000, -1.1848, -84.8006, 50.0000, 0.0000, -82.7485, 1.0000],
        [50.0000, -0.9009, -85.5211, 50.0000, 0.0000, -82.7485, 1.0000],
        [50.0000, 0.0000, 0.0000, 50.0000, -1.0000, 2.0000, 2.3669],
        [50.0000, -1.0000, 2.0000, 50.0000, 0.0000, 0.0000, 2.3669],
        [50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0009, 7.1792],
        [50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0010, 7.1792],
        [50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0011, 7.2195],
        [50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0012, 7.2195],
        [50.0000, -0.0010, 2.4900, 50.0000, 0.0009, -2.4900, 4.8045],
        [50.0000, -0.0010, 2.4900, 50.0000, 0.0010, -2.4900, 4.8045],
        [50.0000, -0.0010, 2.4900, 50.0000, 0.0011, -2.4900, 4.7461],
        [50.0000, 2.5000, 0.0000, 50.0000, 0.0000, -2.5000, 4.3065],
        [50.0000, 2.5000, 0.0000, 73.0000, 25.0000, -18.0000, 27.1492],
        [50.0000, 2.5000, 0.0000, 61.0000, -5.0000, 29.0000, 22.8977],
        [50.0000, 2.5000, 0.0000, 56.0000, -27.0000, -3.0000, 31.9030],
        [50.0000, 2.5000, 0.0000, 58.0000, 24.0000, 15.0000, 19.4535],
        [50.0000, 2.5000, 0.0000, 50.0000, 3.1736, 0.5854, 1.0000],
        [50.0000, 2.5000, 0.0000, 50.0000, 3.2972, 0.0000, 1.0000],
        [50.0000, 2.5000, 0.0000, 50.0000, 1.8634, 0.5757, 1.0000],
        [50.0000, 2.5000, 0.0000, 50.0000, 3.2592, 0.3350, 1.0000],
        [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
        [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630],
        [61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731],
        [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
        [22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373],
        [36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
        [90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441],
        [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
        [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
        [2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082],
    ];

    public function testThePublishedPairs(): void
    {
        $one = new ColourBlock(LabD50::class, array_column(self::PAIRS, 0), array_column(self::PAIRS, 1), array_column(self::PAIRS, 2));
        $other = new ColourBlock(LabD50::class, array_column(self::PAIRS, 3), array_column(self::PAIRS, 4), array_column(self::PAIRS, 5));
        $there = DeltaE2000::between($one, $other);
        $back = DeltaE2000::between($other, $one);
        foreach (self::PAIRS as $i => $pair) {
            self::assertEqualsWithDelta($pair[6], $there[$i], 5e-5, 'pair '.($i + 1));
            self::assertEqualsWithDelta($there[$i], $back[$i], 1e-9, 'symmetry of pair '.($i + 1));
        }
    }

    public function testCuloriAgreesOnThePublishedPairsAndOnColoursAllOverTheSpace(): void
    {
        $pairs = array_map(static fn (array $pair): array => \array_slice($pair, 0, 6), self::PAIRS);
        $lab = ColourBlock::of(Srgb::class, Outside::spread())->in(LabD50::class);
        for ($i = 0, $n = $lab->count(); $i < $n; ++$i) {
            $pairs[] = [...$lab->at($i), ...$lab->at(($i * 29 + 7) % $n)];
        }
        $theirs = json_decode(Outside::run(['node', 'tests/outside/differences.mjs'], (string) json_encode($pairs)), true);
        self::assertIsArray($theirs);
        $column = static fn (int $c): array => array_column($pairs, $c);
        $ours = DeltaE2000::between(new ColourBlock(LabD50::class, $column(0), $column(1), $column(2)), new ColourBlock(LabD50::class, $column(3), $column(4), $column(5)));
        self::assertCount(\count($pairs), $theirs);
        foreach ($ours as $i => $difference) {
            self::assertEqualsWithDelta($theirs[$i], $difference, 1e-9);
        }
    }

    public function testEqualColoursDifferByNothing(): void
    {
        $colour = ColourBlock::one(Srgb::class, 0.7, 0.4, 0.1);
        self::assertSame([0.0], DeltaE2000::between($colour, $colour));
    }

    public function testRefusesBlocksOfDifferentLength(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        DeltaE2000::between(ColourBlock::one(Srgb::class, 0, 0, 0), ColourBlock::of(Srgb::class, [[0, 0, 0], [1, 1, 1]]));
    }
}
