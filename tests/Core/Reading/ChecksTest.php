<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Grade\Trouble;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Reading\Checks;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Remedy;
use Tovrin\Tests\Core\DemoPhoto;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** What goes wrong with colours, found and mended. */
final class ChecksTest extends TestCase
{
    private const GRAIN = [0.003, 0.0022, 0.0018];

    public function testAnEmptyGradeHasNothingWrongEvenWhereThePhotoIsClipped(): void
    {
        $clipped = ColourBlock::of(Srgb::class, [[1.0, 0.2, 0.0], [1.0, 1.0, 1.0], [0.0, 0.0, 0.0], [0.4, 0.5, 0.6]]);
        self::assertSame([], Checks::of(new Grade([]), $clipped, self::GRAIN));
        self::assertSame([], Checks::of(Looks::of(['kind' => 'shift', 'params' => ['hue' => 2]]), $clipped, self::GRAIN));
    }

    public function testAClippedChannelIsNamedWithItsShareItsMoveAndAWayOut(): void
    {
        // A quarter of the photo is a strong orange that the second move makes lighter.
        $colours = self::mixed(['#d8742c' => 25, '#5a6068' => 75]);
        $grade = Looks::of(
            ['kind' => 'warmth', 'params' => ['warmth' => 2]],
            ['kind' => 'shift', 'reach' => ['hue' => ['from' => 30, 'to' => 80, 'softFrom' => 20, 'softTo' => 20], 'chroma' => ['from' => 0.08, 'to' => 0.5, 'softFrom' => 0.04, 'softTo' => 0]], 'params' => ['lightness' => 16]],
            ['kind' => 'saturation', 'params' => ['saturation' => 1]],
        );
        $findings = array_values(array_filter(Checks::of($grade, $colours, self::GRAIN), static fn ($finding): bool => Trouble::RedFull === $finding->trouble));
        self::assertCount(1, $findings);
        self::assertEqualsWithDelta(0.25, $findings[0]->share, 0.001);
        self::assertSame([1, '#d8742c', 'red at 255'], [$findings[0]->move, $findings[0]->colour, $findings[0]->trouble->words()]);
        $way = Remedy::for($findings[0], $grade, $colours, self::GRAIN);
        self::assertMatchesRegularExpression('/^Less: amount \d+ %$/', $way->words ?? '');
        self::assertLessThan(0.125, $way->share ?? 1.0);
        self::assertLessThan(1.0, $way->move->strength ?? 1.0);
    }

    public function testColoursThatLieSideBySideAndAreTornApartAreFoundAndASofterReachMendsIt(): void
    {
        $ring = ColourBlock::of(OkLch::class, array_map(static fn (int $i): array => [0.6, 0.09, 40.0 + 0.1 * $i], range(0, 999)));
        $grade = Looks::of(['kind' => 'shift', 'reach' => ['hue' => ['from' => 70, 'to' => 110, 'softFrom' => 2, 'softTo' => 2]], 'params' => ['hue' => 40]]);
        $findings = Checks::of($grade, $ring, self::GRAIN);
        self::assertSame(Trouble::Torn, $findings[0]->trouble ?? null);
        $way = Remedy::for($findings[0], $grade, $ring, self::GRAIN);
        self::assertContains($way->words ?? '', ['Softer reach', 'Much softer reach']);
        self::assertTrue($way->move->reach->widens ?? false);
        self::assertLessThan(0.5 * $findings[0]->share, $way->share ?? 1.0);
    }

    public function testNoiseThatGrowsIsFoundAndToldToTheMove(): void
    {
        $sky = self::noisySky();
        $grade = Looks::of(['kind' => 'band-mix', 'params' => ['azure' => ['luminance' => -60]]]);
        $noise = array_values(array_filter(Checks::of($grade, $sky, self::GRAIN), static fn ($finding): bool => Trouble::Noise === $finding->trouble));
        self::assertGreaterThan(0.3, $noise[0]->share ?? 0.0);
        $way = Remedy::for($noise[0], $grade, $sky, self::GRAIN);
        self::assertSame('Smoother from hue to hue', $way->words ?? '');
        self::assertSame(0.0, $way->share ?? 1.0);
        self::assertSame(1.0, $way->move->strength ?? 0.0, 'the change stays as large as it is');
    }

    public function testColourBeyondTheScreenIsFoundAndLimited(): void
    {
        $colours = self::mixed(['#c33a2a' => 30, '#8a8782' => 70]);
        $grade = Looks::of(['kind' => 'saturation', 'params' => ['saturation' => 70]]);
        $gamut = array_values(array_filter(Checks::of($grade, $colours, self::GRAIN), static fn ($finding): bool => Trouble::Gamut === $finding->trouble));
        self::assertEqualsWithDelta(0.3, $gamut[0]->share ?? 0.0, 0.001);
        self::assertContains(Remedy::for($gamut[0], $grade, $colours, self::GRAIN)->words ?? '', ['Limit strong colours', 'Less: amount 55 %', 'Less: amount 40 %']);
    }

    public function testWhatLiesOutsideAnAreaIsNotCounted(): void
    {
        $colours = self::mixed(['#d8742c' => 100]);
        $grade = Looks::of(['kind' => 'shift', 'area' => ['shapes' => [['shape' => 'ellipse', 'centre' => [0.5, 0.5], 'radii' => [0.2, 0.2]]]], 'params' => ['lightness' => 20]]);
        $in = array_map(static fn (int $i): float => $i < 20 ? 1.0 : 0.0, range(0, 99));
        $shares = static fn (?PlaneValues $planes): float => Checks::shareOf(Checks::of($grade, $colours, self::GRAIN, $planes), Trouble::RedFull);
        self::assertEqualsWithDelta(1.0, $shares(null), 1e-9);
        self::assertEqualsWithDelta(0.2, $shares(new PlaneValues(Planes::of($grade), [$in])), 1e-9);
    }

    /** @return iterable<string, array{string}> */
    public static function photos(): iterable
    {
        foreach (['bowl-and-vase', 'tiles', 'planters', 'platter-on-terracotta', 'bisque-by-the-window'] as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('photos')]
    public function testNoLookToBeginWithTearsAPhotoOrMakesItNoisy(string $name): void
    {
        $raster = DemoPhoto::named($name)->raster;
        $colours = ColourSample::of($raster->rgb, $raster->width, $raster->height)->colours()->thinned(Checks::SAMPLES);
        $grain = Grain::ofPlainParts($raster->rgb, $raster->width, $raster->height);
        foreach ((array) glob(Outside::root().'/looks/*/*.json') as $file) {
            $findings = Checks::of(LookJson::read((string) file_get_contents((string) $file)), $colours, $grain);
            self::assertSame([0.0, 0.0], [Checks::shareOf($findings, Trouble::Torn), Checks::shareOf($findings, Trouble::Noise)], basename((string) $file));
        }
    }

    /** @param array<string, int> $counts how often each colour is there */
    private static function mixed(array $counts): ColourBlock
    {
        $colours = [];
        foreach ($counts as $hex => $count) {
            $rgb = array_map(static fn (string $pair): float => hexdec($pair) / 255.0, str_split(substr($hex, 1), 2));
            for ($i = 0; $i < $count; ++$i) {
                $colours[] = [$rgb[0] ?? 0.0, $rgb[1] ?? 0.0, $rgb[2] ?? 0.0];
            }
        }

        return ColourBlock::of(Srgb::class, $colours);
    }

    private static function noisySky(): ColourBlock
    {
        $random = new Randomizer(new Mt19937(5));
        [$l, $a, $b] = ColourBlock::one(OkLch::class, 0.66, 0.055, 259.0)->in(OkLab::class)->at(0);
        $colours = [];
        for ($i = 0; $i < 1000; ++$i) {
            $off = static fn (float $by): float => $by * ($random->getInt(0, 1000) / 500 - 1.0);
            $colours[] = [$l + $off(0.005), $a + $off(0.004), $b + $off(0.003)];
        }

        return ColourBlock::of(OkLab::class, $colours)->in(Srgb::class);
    }
}
