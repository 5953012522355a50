<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Kind\SelectiveColour;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

final class SelectiveColourTest extends TestCase
{
    /** Common practice: under relative, whites have no ink to scale and stay white. */
    public function testRelativeLeavesPureWhiteWhateverTheWhitesAreSetTo(): void
    {
        foreach ([[100, 100, 100, 100], [-100, 50, -30, 80], [0, 0, 0, -100]] as [$c, $m, $y, $k]) {
            $grade = Looks::of(self::move('relative', ['whites' => ['cyan' => $c, 'magenta' => $m, 'yellow' => $y, 'black' => $k]]));
            self::assertEqualsWithDelta([1.0, 1.0, 1.0], Looks::through($grade, 1.0, 1.0, 1.0), 1e-6);
        }
    }

    /** Common practice: blacks act only while all three channels are below half. */
    public function testBlacksMoveNothingOnceAChannelIsAtHalf(): void
    {
        foreach (['relative', 'absolute'] as $method) {
            $grade = Looks::of(self::move($method, ['blacks' => ['cyan' => 100, 'magenta' => -60, 'yellow' => 40, 'black' => -80]]));
            foreach ([[0.5, 0.1, 0.2], [0.0, 0.5, 0.0], [0.2, 0.3, 0.9], [0.5, 0.5, 0.5]] as $colour) {
                self::assertEqualsWithDelta($colour, Looks::through($grade, ...$colour), 1e-6, $method);
            }
            self::assertNotEqualsWithDelta([0.2, 0.2, 0.2], Looks::through($grade, 0.2, 0.2, 0.2), 1e-3, $method);
        }
    }

    public function testRedsAndYellowsShareAnOrangeByTheirWeights(): void
    {
        // Orange 0.9, 0.6, 0.2: reds weigh max − mid = 0.3, yellows mid − min = 0.4.
        $orange = [0.9, 0.6, 0.2];
        $reds = Looks::through(Looks::of(self::move('relative', ['reds' => ['magenta' => 50]])), ...$orange);
        $yellows = Looks::through(Looks::of(self::move('relative', ['yellows' => ['magenta' => 50]])), ...$orange);
        $both = Looks::through(Looks::of(self::move('relative', ['reds' => ['magenta' => 50], 'yellows' => ['magenta' => 50]])), ...$orange);
        // Ink of green is 0.4; half of it, times the weight.
        self::assertEqualsWithDelta([0.9, 0.6 - 0.4 * 0.5 * 0.3, 0.2], $reds, 1e-6);
        self::assertEqualsWithDelta([0.9, 0.6 - 0.4 * 0.5 * 0.4, 0.2], $yellows, 1e-6);
        self::assertEqualsWithDelta([0.9, 0.6 - 0.4 * 0.5 * 0.7, 0.2], $both, 1e-6);
    }

    /**
     * FFmpeg's selectivecolor has the same definition, in 16 bits (libavfilter/vf_selectivecolor.c); it rounds what each target adds, and
     * nothing but a black or a white pixel is left out of its neutrals.
     */
    #[DataProvider('methods')]
    public function testItIsWhatFfmpegMakesOfTheSameInks(string $method): void
    {
        $inks = [
            'reds' => [20, -35, 10, 15], 'yellows' => [-40, 25, 60, -20], 'greens' => [70, -10, -55, 30], 'cyans' => [-80, 45, 5, 10], 'blues' => [15, 30, -65, -45],
            'magentas' => [-25, -70, 35, 55], 'whites' => [10, 20, -15, 5], 'neutrals' => [-12, 8, 16, -6], 'blacks' => [40, -30, 20, -50],
        ];
        $colours = array_values(array_filter(Outside::spread(), static fn (array $one): bool => [0.0, 0.0, 0.0] !== $one && [1.0, 1.0, 1.0] !== $one));
        $words = [];
        foreach ($colours as $colour) {
            foreach ($colour as $value) {
                $words[] = (int) round(65535 * $value);
            }
        }
        $options = implode(':', ['correction_method='.$method, ...array_map(static fn (string $target, array $four): string => $target.'='.implode(' ', array_map(static fn (int $one): string => (string) ($one / 100), $four)), array_keys($inks), $inks)]);
        $n = \count($colours);
        /** @var array<int, int>|false $theirs */
        $theirs = unpack('v*', Outside::run(['ffmpeg', '-v', 'error', '-f', 'rawvideo', '-pix_fmt', 'rgb48le', '-s', $n.'x1', '-i', '-', '-vf', "selectivecolor=$options", '-f', 'rawvideo', '-pix_fmt', 'rgb48le', '-'], pack('v*', ...$words)));
        self::assertIsArray($theirs);
        $ours = (new SelectiveColour('relative' === $method, array_map(static fn (array $four): array => ['cyan' => (float) $four[0], 'magenta' => (float) $four[1], 'yellow' => (float) $four[2], 'black' => (float) $four[3]], $inks)))->apply(ColourBlock::of(Srgb::class, $colours));
        $compared = 0;
        $most = array_map(static fn (int $channel): float => max(array_map(static fn (array $four): float => (1 + $four[$channel] / 100) * (1 + $four[3] / 100) - 1, $inks)), [0, 1, 2]);
        foreach ($colours as $i => $colour) {
            $own = $ours->at($i);
            foreach ([0, 1, 2] as $channel) {
                if ('relative' === $method && (1 - $colour[$channel]) * $most[$channel] > $colour[$channel]) {
                    // Here definitions part: theirs lets no target by itself go beyond full ink.
                    continue;
                }
                ++$compared;
                // Theirs stays within 0 and 1. Five targets act on a colour at most, each rounded to half of a level.
                self::assertEqualsWithDelta($theirs[3 * $i + $channel + 1] / 65535, max(0.0, min(1.0, $own[$channel])), 4 / 65535, implode(' ', $colour));
            }
        }
        self::assertGreaterThan(300, $compared);
    }

    /** @return iterable<string, array{string}> */
    public static function methods(): iterable
    {
        yield 'relative' => ['relative'];
        yield 'absolute' => ['absolute'];
    }

    public function testBlackCompoundsWithTheOtherInks(): void
    {
        // d = (1 + 0.2)(1 + 0.5) − 1 = 0.8 for cyan, 0.5 for the inks that are at rest.
        $red = Looks::through(Looks::of(self::move('relative', ['reds' => ['cyan' => 20, 'black' => 50]])), 0.9, 0.4, 0.4);
        $weight = 0.5;
        self::assertEqualsWithDelta([0.9 - 0.1 * 0.8 * $weight, 0.4 - 0.6 * 0.5 * $weight, 0.4 - 0.6 * 0.5 * $weight], $red, 1e-6);
    }

    public function testAbsoluteAddsTheSameAmountWithinWhatInkThereCanBe(): void
    {
        // Neutral of a mid grey: weight 1; 30 % cyan is taken from red in full, 80 % only as far as red goes.
        self::assertEqualsWithDelta([0.2, 0.5, 0.5], Looks::through(Looks::of(self::move('absolute', ['neutrals' => ['cyan' => 30]])), 0.5, 0.5, 0.5), 1e-6);
        self::assertEqualsWithDelta([0.0, 0.5, 0.5], Looks::through(Looks::of(self::move('absolute', ['neutrals' => ['cyan' => 80]])), 0.5, 0.5, 0.5), 1e-6);
        self::assertEqualsWithDelta([1.0, 0.5, 0.5], Looks::through(Looks::of(self::move('absolute', ['neutrals' => ['cyan' => -80]])), 0.5, 0.5, 0.5), 1e-6);
    }

    /** @return iterable<string, array{string, array{0: float, 1: float, 2: float}}> */
    public static function families(): iterable
    {
        yield 'reds' => ['reds', [0.8, 0.3, 0.3]];
        yield 'yellows' => ['yellows', [0.8, 0.8, 0.3]];
        yield 'greens' => ['greens', [0.3, 0.8, 0.3]];
        yield 'cyans' => ['cyans', [0.3, 0.8, 0.8]];
        yield 'blues' => ['blues', [0.3, 0.3, 0.8]];
        yield 'magentas' => ['magentas', [0.8, 0.3, 0.8]];
    }

    /** @param array{0: float, 1: float, 2: float} $pure */
    #[DataProvider('families')]
    public function testEachHueTargetMovesItsOwnFamilyOnly(string $target, array $pure): void
    {
        $grade = Looks::of(self::move('relative', [$target => ['black' => 60]]));
        foreach (self::families() as [$name, $colour]) {
            $moved = Looks::through($grade, ...$colour);
            if ($name === $target) {
                self::assertLessThan(array_sum($pure) - 0.1, array_sum($moved));
            } else {
                self::assertEqualsWithDelta($colour, $moved, 1e-6, "$target moved $name");
            }
        }
    }

    public function testWeightsOfTheNineTargetsSumToOneAtEveryColour(): void
    {
        // With the same absolute demand in all nine, each colour changes by that demand exactly.
        $targets = array_fill_keys(array_keys(SelectiveColour::TARGETS), ['cyan' => 5.0, 'magenta' => 0.0, 'yellow' => 0.0, 'black' => 0.0]);
        $colours = ColourBlock::of(Srgb::class, array_values(array_filter(Outside::spread(), static fn (array $c): bool => $c[0] >= 0.05)));
        $out = (new SelectiveColour(false, $targets))->apply($colours);
        for ($i = 0; $i < $colours->count(); ++$i) {
            self::assertEqualsWithDelta($colours->a[$i] - 0.05, $out->a[$i], 1e-12);
            self::assertSame($colours->b[$i], $out->b[$i]);
        }
    }

    public function testColoursAlreadyOutOfRangeAreNotThrownFurtherBySettingsAtRest(): void
    {
        $targets = ['greens' => ['cyan' => 40.0, 'magenta' => 0.0, 'yellow' => 0.0, 'black' => 0.0]];
        $wild = ColourBlock::of(Srgb::class, [[1.3, -0.2, 1.1], [-0.4, -0.1, 1.6]]);
        foreach ([true, false] as $relative) {
            self::assertEquals($wild, (new SelectiveColour($relative, $targets))->apply($wild));
        }
    }

    public function testRefusesAnUnknownTarget(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        new SelectiveColour(true, ['oranges' => ['cyan' => 0.0, 'magenta' => 0.0, 'yellow' => 0.0, 'black' => 0.0]]);
    }

    /**
     * @param array<string, array<string, int>> $targets
     *
     * @return array<string, mixed>
     */
    private static function move(string $method, array $targets): array
    {
        return ['kind' => 'selective-colour', 'params' => ['method' => $method] + $targets];
    }
}
