<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Colour;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourSpace;
use Tovrin\Core\Colour\ColourSpaces;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Tests\Outside;

final class SpacesTest extends TestCase
{
    /** @var list<array<string, list<float|null>>>|null */
    private static ?array $culori = null;

    /** @return iterable<string, array{class-string<ColourSpace>, float}> */
    public static function spaces(): iterable
    {
        foreach (ColourSpaces::ALL as $space) {
            if (Srgb::class !== $space) {
                // culori carries Lab through D50 with a matrix of fewer digits than CSS Color 4 has.
                yield $space::id() => [$space, \in_array($space::id(), ['lab', 'xyz-d50'], true) ? 2e-3 : 2e-6];
            }
        }
    }

    /**
     * Source: culori 4, an independent implementation of CSS Color 4.
     *
     * @param class-string<ColourSpace> $space
     */
    #[DataProvider('spaces')]
    public function testAgreesWithCulori(string $space, float $bound): void
    {
        $colours = Outside::spread();
        $ours = ColourBlock::of(Srgb::class, $colours)->in($space);
        foreach (self::culori() as $i => $theirs) {
            $expected = $theirs[$space::id()];
            foreach ($ours->at($i) as $channel => $value) {
                $other = $expected[$channel];
                $colour = implode(',', $colours[$i]);
                // A neutral has no hue; ours is then arbitrary (OKLCh) or 0 (HSL, HSV).
                if (null === $other || ('oklch' === $space::id() && 2 === $channel && $expected[1] < 1e-4)) {
                    continue;
                }
                self::assertEqualsWithDelta($other, $value, $bound * max(1.0, abs($other)), "{$space::id()} channel $channel of $colour");
            }
        }
    }

    /** @param class-string<ColourSpace> $space */
    #[DataProvider('spaces')]
    public function testComesBack(string $space, float $bound): void
    {
        $colours = Outside::spread();
        $back = ColourBlock::of(Srgb::class, $colours)->in($space)->in(Srgb::class);
        foreach ($colours as $i => $colour) {
            foreach ($back->at($i) as $channel => $value) {
                self::assertEqualsWithDelta($colour[$channel], $value, 1e-9, $space::id().' of '.implode(',', $colour));
            }
        }
    }

    public function testExtendedValuesComeBackThroughThePerceptualSpaces(): void
    {
        $wild = ColourBlock::of(Srgb::class, [[-0.3, 1.4, 0.5], [1.8, -0.02, 0.001], [-0.001, -0.5, -1.2]]);
        foreach ([LinearSrgb::class, OkLab::class, OkLch::class] as $space) {
            $back = $wild->in($space)->in(Srgb::class);
            for ($i = 0; $i < 3; ++$i) {
                self::assertEqualsWithDelta($wild->at($i), $back->at($i), 1e-9, $space);
            }
        }
    }

    public function testPublishedOkLabValues(): void
    {
        // Source: CSS Color 4, section 9.3, examples: red, green, blue and white in oklch().
        $lch = ColourBlock::of(Srgb::class, [[1.0, 0.0, 0.0], [0.0, 0x80 / 255, 0.0], [0.0, 0.0, 1.0], [1.0, 1.0, 1.0]])->in(OkLch::class);
        self::assertEqualsWithDelta([0.62796, 0.25768, 29.2339], $lch->at(0), 1e-4);
        self::assertEqualsWithDelta([0.51975, 0.17686, 142.495], $lch->at(1), 2e-3);
        self::assertEqualsWithDelta([0.45201, 0.31321, 264.052], $lch->at(2), 1e-3);
        self::assertEqualsWithDelta(1.0, $lch->a[3], 1e-12);
        self::assertEqualsWithDelta(0.0, $lch->b[3], 1e-12);
    }

    public function testWhiteIsWhiteInCieLab(): void
    {
        self::assertEqualsWithDelta([100.0, 0.0, 0.0], ColourBlock::one(Srgb::class, 1.0, 1.0, 1.0)->in(LabD50::class)->at(0), 1e-4);
    }

    public function testBlocksRefuseUnequalChannels(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        new ColourBlock(Srgb::class, [0.1, 0.2], [0.1], [0.1, 0.2]);
    }

    /** @return list<array<string, list<float|null>>> */
    private static function culori(): array
    {
        if (null === self::$culori) {
            $json = Outside::run(['node', 'tests/outside/colours.mjs'], json_encode(Outside::spread(), \JSON_THROW_ON_ERROR));
            /** @var list<array<string, list<float|null>>> $decoded */
            $decoded = json_decode($json, true, 16, \JSON_THROW_ON_ERROR);
            self::$culori = $decoded;
        }

        return self::$culori;
    }
}
