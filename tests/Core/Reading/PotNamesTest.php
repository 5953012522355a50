<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Reading\PotNames;

final class PotNamesTest extends TestCase
{
    public function testColoursOfOneNameAreToldApart(): void
    {
        $grey = static fn (float $light): array => [$light, 0.0, 0.0];
        self::assertSame(['grey'], PotNames::of([$grey(0.6)]));
        self::assertSame(['lighter grey', 'darker grey'], PotNames::of([$grey(0.7), $grey(0.5)]));
        self::assertSame(['middle grey', 'darker grey', 'lighter grey'], PotNames::of([$grey(0.6), $grey(0.5), $grey(0.75)]));
        self::assertSame(['much darker grey', 'darker grey', 'lighter grey', 'much lighter grey'], PotNames::of([$grey(0.5), $grey(0.55), $grey(0.6), $grey(0.7)]));
        $many = PotNames::of(array_map($grey, [0.46, 0.5, 0.55, 0.6, 0.65, 0.7]));
        self::assertSame($many, array_values(array_unique($many)));
    }

    public function testByHowStrongTheyAreWhereThatDiffersMore(): void
    {
        // Two greens of one lightness and hue.
        self::assertSame(['softer dull green', 'fuller dull green'], PotNames::of([[0.6, -0.04, 0.03], [0.6, -0.065, 0.049]]));
    }
}
