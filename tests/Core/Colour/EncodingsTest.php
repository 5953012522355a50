<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Colour;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Encoding\DisplayP3;
use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Colour\Encoding\OpRgb;
use Tovrin\Core\Colour\Encoding\ParametricCurve;
use Tovrin\Core\Colour\Encoding\Primaries;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\RommRgb;
use Tovrin\Core\Colour\Encoding\SampledCurve;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Format\IccRgbProfile;
use Tovrin\Tests\Outside;

/** Encodings against culori and LittleCMS, programs independent of this one. */
final class EncodingsTest extends TestCase
{
    #[DataProvider('pairs')]
    public function testConversionsAgreeWithCulori(string $from, string $to): void
    {
        $colours = Outside::spread();
        /** @var list<array{float, float, float}> $theirs */
        $theirs = json_decode(Outside::run(['node', Outside::root().'/tests/outside/profiles.mjs'], (string) json_encode(['from' => $from, 'to' => $to, 'colours' => $colours])), true);
        $ours = Encodings::named($to);
        $linear = $ours->linear(Encodings::named($from)->decode(...self::channels($colours)));
        $encoded = $ours->encode($linear->a, $linear->b, $linear->c);
        foreach ($theirs as $i => $colour) {
            // culori's matrices have fewer digits than ours; the difference is far below a level of 16 bits.
            self::assertEqualsWithDelta($colour, [$encoded[0][$i], $encoded[1][$i], $encoded[2][$i]], 4e-5, implode(' ', $colours[$i]));
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function pairs(): iterable
    {
        foreach (['display-p3', 'a98-rgb', 'prophoto-rgb'] as $id) {
            yield "sRGB to $id" => ['srgb', $id];
            yield "$id to sRGB" => [$id, 'srgb'];
        }
        yield 'Display P3 to ROMM RGB' => ['display-p3', 'prophoto-rgb'];
    }

    public function testNeutralsStayNeutralToTheLastBit(): void
    {
        $greys = array_map(static fn (int $i): float => $i / 50, range(0, 50));
        foreach (Encodings::ALL as $class) {
            $linear = $class::encoding()->decode($greys, $greys, $greys);
            foreach ($greys as $i => $grey) {
                self::assertEqualsWithDelta($linear->a[$i], $linear->b[$i], 1e-12, $class::id());
                self::assertEqualsWithDelta($linear->a[$i], $linear->c[$i], 1e-12, $class::id());
            }
        }
    }

    public function testThereAndBackIsTheSameForEveryCurve(): void
    {
        $steps = array_map(static fn (int $i): float => $i / 200, range(-100, 300));
        $curves = [...array_map(static fn (string $class) => $class::encoding()->curves[0], Encodings::ALL), new ParametricCurve(1.0), new ParametricCurve(2.2, 0.9, 0.1, 0.3, 0.05), new SampledCurve([0.0, 0.0, 0.1, 0.5, 1.0])];
        foreach ($curves as $number => $curve) {
            foreach ($curve->decode($curve->encode($steps)) as $i => $value) {
                self::assertEqualsWithDelta($steps[$i], $value, 1e-9, "curve $number at $steps[$i]");
            }
        }
    }

    /** ICC profiles are read and written to what LittleCMS makes of them: its transicc prints CIELAB. */
    #[DataProvider('profiles')]
    public function testWrittenProfilesMeanToLittleCmsWhatTheySay(string $id): void
    {
        $encoding = Encodings::named($id);
        $path = Outside::scratch().'/profile.icc';
        file_put_contents($path, IccRgbProfile::write($encoding));
        $colours = [[255, 255, 255], [200, 30, 40], [20, 180, 60], [40, 50, 220], [128, 128, 128], [250, 200, 10], [8, 8, 20]];
        $input = implode("\n", array_map(static fn (array $rgb): string => implode("\n", $rgb), $colours))."\n";
        preg_match_all('/(-?\d+\.\d+)\s+(-?\d+\.\d+)\s+(-?\d+\.\d+)/', Outside::run(['transicc', '-i', $path, '-o', '*Lab4', '-t', '1', '-n'], $input), $found, \PREG_SET_ORDER);
        $lab = $encoding->decode(...self::channels(array_map(static fn (array $rgb): array => [$rgb[0] / 255, $rgb[1] / 255, $rgb[2] / 255], $colours)))->in(\Tovrin\Core\Colour\LabD50::class);
        self::assertCount(\count($colours), $found);
        foreach ($found as $i => $line) {
            // A profile's numbers have 16 bits behind the point, and its white is a hair off that of CSS.
            self::assertEqualsWithDelta(array_map(floatval(...), \array_slice($line, 1)), $lab->at($i), 0.03, implode(' ', $colours[$i]));
        }
        self::assertSame($encoding, Encodings::known(IccRgbProfile::read((string) file_get_contents($path)) ?? StandardRgb::encoding()));
    }

    /** @return iterable<string, array{string}> */
    public static function profiles(): iterable
    {
        foreach (Encodings::ALL as $class) {
            yield $class::id() => [$class::id()];
        }
    }

    public function testProfilesOfOthersAreKnownByWhatTheyMeanNotByTheirName(): void
    {
        $read = static fn (string $file): ?RgbEncoding => IccRgbProfile::read((string) file_get_contents('/usr/share/color/icc/'.$file));
        self::assertSame(StandardRgb::encoding(), Encodings::known($read('sRGB.icc') ?? RommRgb::encoding()));
        self::assertSame(OpRgb::encoding(), Encodings::known($read('compatibleWithAdobeRGB1998.icc') ?? RommRgb::encoding()));
        self::assertNull($read('Gray.icc'));
        self::assertNotNull(IccRgbProfile::readGrey((string) file_get_contents('/usr/share/color/icc/Gray.icc')));
        $linear = RgbEncoding::of('sRGB, linear', Primaries::srgb(), new ParametricCurve(1.0));
        $back = IccRgbProfile::read(IccRgbProfile::write($linear));
        self::assertSame('sRGB, linear', $back?->title);
        self::assertNotSame(StandardRgb::encoding(), Encodings::known($back));
    }

    public function testDamagedProfilesAreNone(): void
    {
        $profile = IccRgbProfile::write(DisplayP3::encoding());
        for ($length = 0; $length < \strlen($profile); $length += 7) {
            self::assertNull(IccRgbProfile::read(substr($profile, 0, $length)), "cut at $length");
        }
        mt_srand(7);
        for ($i = 0; $i < 300; ++$i) {
            $flipped = $profile;
            $flipped[mt_rand(128, \strlen($profile) - 1)] = \chr(mt_rand(0, 255));
            // Whatever comes out can be computed with.
            $encoding = IccRgbProfile::read($flipped);
            if (null !== $encoding) {
                $there = $encoding->linear($encoding->decode([0.2, 0.9], [0.4, 0.1], [0.6, 0.3]));
                self::assertEqualsWithDelta($encoding->curves[0]->decode([0.2, 0.9]), $there->a, 1e-6);
            }
        }
    }

    public function testColoursOutsideAnyGamutComeToItsEdgeAtTheirLightnessAndHue(): void
    {
        $vivid = ColourBlock::of(OkLch::class, array_map(static fn (int $i): array => [0.35 + 0.005 * $i, 0.45, 7.0 * $i], range(0, 50)));
        foreach (Encodings::ALL as $class) {
            $encoded = Gamut::into($class::encoding(), $vivid);
            $got = $class::encoding()->decode(...$encoded)->in(OkLch::class);
            for ($i = 0; $i <= 50; ++$i) {
                self::assertGreaterThanOrEqual(0.0, min($encoded[0][$i], $encoded[1][$i], $encoded[2][$i]));
                self::assertLessThanOrEqual(1.0, max($encoded[0][$i], $encoded[1][$i], $encoded[2][$i]));
                self::assertEqualsWithDelta($vivid->a[$i], $got->a[$i], 1e-4);
                if ($got->b[$i] < 0.449) {
                    self::assertEqualsWithDelta(0.0, sin(deg2rad($got->c[$i] - $vivid->c[$i])), 1e-3);
                    self::assertEqualsWithDelta(1.0, max(1.0 - min($encoded[0][$i], $encoded[1][$i], $encoded[2][$i]), max($encoded[0][$i], $encoded[1][$i], $encoded[2][$i])), 1e-3, 'on the edge');
                }
            }
        }
    }

    /**
     * @param list<array{float, float, float}> $colours
     *
     * @return array{list<float>, list<float>, list<float>}
     */
    private static function channels(array $colours): array
    {
        return [array_column($colours, 0), array_column($colours, 1), array_column($colours, 2)];
    }
}
