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
        self::assertSame(['grey', 'dark grey'], PotNames::of([$grey(0.7), $grey(0.5)]));
        self::assertSame(['grey', 'dark grey', 'light grey'], PotNames::of([$grey(0.6), $grey(0.5), $grey(0.75)]));
        $many = PotNames::of(array_map($grey, [0.46, 0.5, 0.55, 0.6, 0.65, 0.7]));
        self::assertSame($many, array_values(array_unique($many)));
    }

    public function testNothingIsCalledBlackOrWhiteForBeingTheDarkestOrTheLightestOfItsKind(): void
    {
        $names = PotNames::of(array_map(static fn (float $light): array => [$light, 0.0, 0.0], [0.5, 0.55, 0.6, 0.7]));
        self::assertCount(4, array_unique($names));
        self::assertNotContains('black', $names);
        self::assertNotContains('white', $names);
        self::assertSame(['white', 'light grey', 'black'], PotNames::of([[0.97, 0.0, 0.0], [0.85, 0.0, 0.0], [0.1, 0.0, 0.0]]));
    }

    public function testByLightnessFirst(): void
    {
        // Two greens of one hue: one lighter and stronger as well.
        self::assertSame(['dark green', 'green'], PotNames::of([[0.42, -0.05, 0.04], [0.5, -0.08, 0.06]]));
    }

    public function testByHowStrongTheyAreWhereTheyAreAboutAsLight(): void
    {
        self::assertSame(['muted green', 'strong green'], PotNames::of([[0.6, -0.04, 0.03], [0.6, -0.065, 0.049]]));
    }
}
