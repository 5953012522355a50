<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\CubeError;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Move\CarriesData;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Core\Move\Params;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** What holds for every kind of move. */
final class EveryKindTest extends TestCase
{
    /** Kinds that leave greys grey: they act by hue, or on light alone. */
    private const NEUTRAL = ['light', 'band-mix', 'shift', 'hue-curves', 'saturation', 'side-warmth', 'hue-relief', 'even-out', 'recolour'];

    /**
     * Settings of each kind as one uses them: tests/moves.json, which the browser tests use too.
     *
     * @return array<string, array<string, mixed>>
     */
    private static function used(): array
    {
        /** @var array<string, array<string, mixed>> $used */
        $used = json_decode((string) file_get_contents(Outside::root().'/tests/moves.json'), true, 16, \JSON_THROW_ON_ERROR);

        return $used;
    }

    /** @return iterable<string, array{string}> */
    public static function kinds(): iterable
    {
        foreach (MoveKinds::ids() as $id) {
            yield $id => [$id];
        }
    }

    #[DataProvider('kinds')]
    public function testAtRestItChangesNothingExactly(string $kind): void
    {
        self::assertTrue(MoveKinds::class($kind)::fromParams(new Params([]))->isIdentity());
        self::assertTrue(Looks::of(['kind' => $kind])->isIdentity());
        foreach ([[0.0, 0.0, 0.0], [1.0, 1.0, 1.0], [0.3, 0.31, 0.7]] as $colour) {
            self::assertSame($colour, Looks::through(Looks::of(['kind' => $kind]), ...$colour));
        }
    }

    #[DataProvider('kinds')]
    public function testInUseItChangesSomethingAndNothingAtStrengthZero(string $kind): void
    {
        self::assertArrayHasKey($kind, self::used(), 'every kind has its settings in this test');
        $colour = [0.42, 0.28, 0.14];
        $moved = Looks::through(Looks::of(['kind' => $kind, 'params' => self::used()[$kind]]), ...$colour);
        self::assertGreaterThan(0.005, max(array_map(static fn (float $p, float $q): float => abs($p - $q), $colour, $moved)));
        self::assertSame($colour, Looks::through(Looks::of(['kind' => $kind, 'strength' => 0, 'params' => self::used()[$kind]]), ...$colour));
        self::assertSame($colour, Looks::through(Looks::of(['kind' => $kind, 'on' => false, 'params' => self::used()[$kind]]), ...$colour));
    }

    #[DataProvider('kinds')]
    public function testGreysStayGreyWhereAMoveActsByHueAndTakeOnAColourWhereItActsOnCasts(string $kind): void
    {
        $apart = 0.0;
        for ($level = 0.0; $level <= 1.0; $level += 0.125) {
            $out = Looks::through(Looks::of(['kind' => $kind, 'params' => self::used()[$kind]]), $level, $level, $level);
            $apart = max($apart, max($out) - min($out));
        }
        if (\in_array($kind, self::NEUTRAL, true)) {
            self::assertLessThan(1e-6, $apart);
        } else {
            self::assertGreaterThan(0.01, $apart);
        }
    }

    /** At half the amount, and so on a soft edge, a colour lies between what it was and what it becomes: in OKLab, hue by hue. */
    #[DataProvider('kinds')]
    public function testHalfTheAmountLiesBetweenBeforeAndAfter(string $kind): void
    {
        $params = self::used()[$kind];
        foreach ([[0.62, 0.35, 0.2], [0.3, 0.5, 0.42], [0.5, 0.5, 0.5]] as $colour) {
            $source = ColourBlock::of(Srgb::class, [$colour]);
            $lab = static fn (float $amount): array => Looks::exactly(Looks::of(['kind' => $kind, 'strength' => $amount, 'params' => $params]), $source)->in(OkLab::class)->at(0);
            [$before, $half, $after] = [$lab(0), $lab(50), $lab(100)];
            foreach ([0, 1, 2] as $axis) {
                self::assertEqualsWithDelta(($before[$axis] + $after[$axis]) / 2, $half[$axis], 0.004 + 0.1 * abs($after[$axis] - $before[$axis]));
            }
        }
    }

    #[DataProvider('kinds')]
    public function testItsSettingsAreWrittenAsTheyAreRead(string $kind): void
    {
        $params = self::used()[$kind];
        $made = MoveKinds::class($kind)::fromParams(new Params($params));
        // What comes along with a look is kept beside it, and named.
        $tables = new Tables();
        $made = $made instanceof CarriesData ? MoveKinds::class($kind)::fromParams(new Params($params, $tables)) : $made;
        self::assertEquals($made, MoveKinds::class($kind)::fromParams(new Params($made->params(), $tables)));
        self::assertEquals($params, json_decode((string) json_encode($made instanceof CarriesData ? array_diff_key($made->params(), ['table' => 0]) + $made->data() : $made->params()), true), 'and nothing that is at rest');
        self::assertSame([], MoveKinds::class($kind)::fromParams(new Params([]))->params());
    }

    /**
     * ΔE00 over all of RGB, which is harder than any photo. A difference of 1 is about what the eye just tells apart side
     * by side (common practice). Even-out has a reach, as it is meant to: without one it turns opposite hues against each other.
     */
    #[DataProvider('kinds')]
    public function testACubeOf33IsCloseToExact(string $kind): void
    {
        $reach = 'even-out' === $kind ? ['hue' => ['from' => 120, 'to' => 200, 'softFrom' => 30, 'softTo' => 30]] : null;
        $grade = Looks::of(['kind' => $kind, 'reach' => $reach, 'params' => self::used()[$kind]]);
        $error = CubeError::of(Compiler::compile($grade, 33), self::everywhere(3000), Looks::exactly($grade, self::everywhere(3000)));
        self::assertLessThan(0.1, $error->mean);
        self::assertLessThan(1.0, $error->percentile99);
    }

    #[DataProvider('kinds')]
    public function testTheCubeTextThroughFfmpegIsCloseToExact(string $kind): void
    {
        $grade = Looks::of(['kind' => $kind, 'params' => self::used()[$kind]]);
        $scratch = Outside::scratch();
        $colours = self::everywhere(1024, 255);
        $bytes = '';
        for ($i = 0; $i < 1024; ++$i) {
            foreach ($colours->at($i) as $value) {
                $bytes .= \chr((int) round(255 * $value));
            }
        }
        file_put_contents($scratch.'/in.rgb', $bytes);
        file_put_contents($scratch.'/look.cube', CubeText::write(Compiler::compile($grade, 65), $kind));
        $out = Outside::run(['ffmpeg', '-v', 'error', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', '32x32', '-i', $scratch.'/in.rgb', '-vf', 'lut3d=file='.$scratch.'/look.cube:interp=tetrahedral', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-']);
        $exact = Evaluator::evaluate($grade, new Colours($colours))->colours;
        $far = 0;
        for ($i = 0; $i < 1024; ++$i) {
            foreach ($exact->at($i) as $channel => $value) {
                $far += abs(\ord($out[3 * $i + $channel]) - 255 * $value) > 2.0 ? 1 : 0;
            }
        }
        self::assertLessThan(0.02, $far / 3072, 'share of values more than 2/255 off');
    }

    public function testAllKindsTogetherKeepToTheGamut(): void
    {
        $moves = [];
        foreach (self::used() as $kind => $params) {
            $moves[] = ['kind' => $kind, 'params' => $params];
        }
        $out = Evaluator::evaluate(Looks::of(...$moves), new Colours(self::everywhere(2000)))->colours;
        foreach ([$out->a, $out->b, $out->c] as $channel) {
            self::assertGreaterThanOrEqual(0.0, min([1.0, ...$channel]));
            self::assertLessThanOrEqual(1.0, max([0.0, ...$channel]));
        }
    }

    /**
     * A strong push and its inverse in a second move come back: nothing is clipped in between.
     *
     * @param array<string, mixed> $push
     * @param array<string, mixed> $back
     */
    #[DataProvider('pushes')]
    public function testAStrongPushAndItsInverseComeBack(string $kind, array $push, array $back): void
    {
        $grade = Looks::of(['kind' => $kind, 'params' => $push], ['kind' => $kind, 'params' => $back]);
        foreach ([[0.95, 0.2, 0.1], [0.1, 0.9, 0.3], [0.2, 0.25, 0.9], [0.7, 0.7, 0.2]] as $colour) {
            self::assertEqualsWithDelta($colour, Looks::through($grade, ...$colour), 0.5 / 255.0);
        }
    }

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>}> */
    public static function pushes(): iterable
    {
        yield 'recolour there and back' => ['recolour', ['anchor' => '#a05030', 'target' => '#2040f0'], ['anchor' => '#2040f0', 'target' => '#a05030']];
        yield 'colour balance' => ['colour-balance', ['keepLuminance' => false, 'bounds' => ['shadowsFull' => 0, 'shadowsEnd' => 0, 'highlightsStart' => 1, 'highlightsFull' => 1], 'midtones' => ['cyanRed' => 100, 'yellowBlue' => -100]], ['keepLuminance' => false, 'bounds' => ['shadowsFull' => 0, 'shadowsEnd' => 0, 'highlightsStart' => 1, 'highlightsFull' => 1], 'midtones' => ['cyanRed' => -100, 'yellowBlue' => 100]]];
        yield 'saturation' => ['saturation', ['saturation' => 100], ['saturation' => -50]];
        yield 'hue curves' => ['hue-curves', ['saturation' => [[10, 100]], 'hue' => [[10, 60]]], ['saturation' => [[10, -50]], 'hue' => [[10, -60]]]];
    }

    /** Adaptations to two whites give the same in either order, as long as nothing is clipped in between. */
    public function testTwoStrongWarmthsGiveTheSameInEitherOrder(): void
    {
        $warm = ['kind' => 'warmth', 'params' => ['warmth' => 100]];
        $tint = ['kind' => 'warmth', 'params' => ['warmth' => -60, 'tint' => -100]];
        foreach ([[0.95, 0.2, 0.1], [0.1, 0.9, 0.3], [0.2, 0.25, 0.9], [0.7, 0.7, 0.2]] as $colour) {
            $out = Looks::through(Looks::of($warm, $tint), ...$colour);
            self::assertEqualsWithDelta(Looks::through(Looks::of($tint, $warm), ...$colour), $out, 1e-6);
            self::assertGreaterThan(0.05, max(array_map(static fn (float $p, float $q): float => abs($p - $q), $colour, $out)));
        }
    }

    /**
     * @param array<string, mixed> $params
     */
    #[DataProvider('wrongs')]
    public function testWhatCannotBeIsRefusedByName(string $kind, array $params, string $named): void
    {
        $this->expectException(FormatError::class);
        $this->expectExceptionMessageMatches('/^moves\[0\]\.params.*'.$named.'/');
        Looks::of(['kind' => $kind, 'params' => $params]);
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function wrongs(): iterable
    {
        yield 'points out of order' => ['curves', ['all' => [[0, 0], [200, 100], [100, 150]]], 'from left to right; 100 comes after 200'];
        yield 'points on top of each other' => ['curves', ['red' => [[0, 0], [80, 10], [80, 90]]], 'red: two points .* on top of each other, at 80'];
        yield 'one point' => ['curves', ['light' => [[10, 10]]], 'light.*one point'];
        yield 'a point beyond 255' => ['curves', ['all' => [[0, 0], [300, 100]]], 'all\[1\]\[0\]: 300 is too large'];
        yield 'hue points that meet at the seam' => ['hue-curves', ['hue' => [[0, 10], [360, -10]]], 'closes lie on top'];
        yield 'tone bounds that do not rise' => ['colour-balance', ['bounds' => ['shadowsEnd' => 0.9]], 'tone bounds must rise'];
        yield 'no colour' => ['recolour', ['anchor' => 'ochre'], 'anchor: "ochre" is not a colour'];
        yield 'too dark to judge' => ['neutralise', ['all' => '#000000'], 'too dark'];
        yield 'zones the wrong way round' => ['neutralise', ['shadows' => '#eeeeee', 'highlights' => '#222233'], 'not lighter'];
        yield 'out of range' => ['saturation', ['limit' => 0], 'limit: 0 is too small'];
    }

    private static function everywhere(int $count, ?int $levels = null): ColourBlock
    {
        $colours = [];
        for ($i = 0; $i < $count; ++$i) {
            $colours[] = array_map(static fn (float $step): float => null === $levels ? fmod(0.5 + $i * $step, 1.0) : round(fmod(0.5 + $i * $step, 1.0) * $levels) / $levels, [0.8191725, 0.6710436, 0.5497005]);
        }

        return ColourBlock::of(Srgb::class, $colours);
    }
}
