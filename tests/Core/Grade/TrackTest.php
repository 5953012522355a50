<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookLine;
use Tovrin\Core\Format\SettingStep;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\GradeLine;
use Tovrin\Core\Grade\Track;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Drafts along a line: what lies between two of them is what would have been computed there, and they come in an order of use to a hand. */
final class TrackTest extends TestCase
{
    private const SIZE = 9;
    private const PLACES = 20;
    /** So far from exact may a draft be, RGB, at all nodes and places but one in a hundred: it is seen for a moment only. */
    private const SEEN = 0.02;
    /** A pot that goes farther gets a softer edge, in steps: what jumps cannot be gone along. */
    private const JUMPS = ['palette' => 0.04];
    /** What a kind knows of a photo or a chart is no setting, and one pot is as good as another. */
    private const KNOWN = ['grain', 'components', 'moments', 'middle', 'share', 'like', 'pots/0'];

    /** @return iterable<string, array{string, array<mixed>, string}> kind, its settings, and the way to a number in them */
    public static function settings(): iterable
    {
        /** @var array<string, array<mixed>> $used */
        $used = json_decode((string) file_get_contents(Outside::root().'/tests/moves.json'), true, 16, \JSON_THROW_ON_ERROR);
        foreach ($used as $kind => $params) {
            foreach ('chart' === $kind ? [] : self::numbers($params) as $way) {
                if (1 !== preg_match('~/('.implode('|', self::KNOWN).')(/|$)~', $way)) {
                    yield "$kind$way" => [$kind, $params, $way];
                }
            }
        }
    }

    /**
     * @param array<mixed> $data
     *
     * @return iterable<string> pointers
     */
    private static function numbers(array $data): iterable
    {
        foreach ($data as $name => $value) {
            if (\is_int($value) || \is_float($value)) {
                yield "/$name";
            } elseif (\is_array($value)) {
                foreach (self::numbers($value) as $inner) {
                    yield "/$name$inner";
                }
            }
        }
    }

    /** @param array<mixed> $params */
    #[DataProvider('settings')]
    public function testBetweenTwoDraftsIsWhatWouldBeComputedThere(string $kind, array $params, string $way): void
    {
        $line = LookLine::of(Looks::of(['kind' => $kind, 'params' => $params]), [new SettingStep('/moves/0/params'.$way, 1.0)]);
        $drafts = self::drafts($line);
        self::assertLessThanOrEqual(0.0, $line->from);
        self::assertGreaterThan($line->from, $line->to);
        $off = [];
        for ($i = 0; $i < self::PLACES; ++$i) {
            // Places that no halving comes to.
            $place = $line->from + ($line->to - $line->from) * ($i + \M_1_PI) / self::PLACES;
            $grade = ($line->at)($place);
            if (null !== $grade) {
                array_push($off, ...Cubes::apart(self::between($drafts, $place), Compiler::compile($grade, self::SIZE)));
            }
        }
        sort($off);
        self::assertNotSame([], $off);
        self::assertLessThan(self::JUMPS[$kind] ?? self::SEEN, $off[(int) (0.99 * \count($off))]);
    }

    public function testAGroupsAmountIsALineToo(): void
    {
        $look = LookJson::read(json_encode(['tovrinLook' => 1, 'groups' => [['id' => 'g', 'strength' => 60]], 'moves' => [['kind' => 'warmth', 'params' => ['warmth' => 10]], ['kind' => 'shift', 'group' => 'g', 'params' => ['hue' => 40]]]], \JSON_THROW_ON_ERROR));
        $line = LookLine::of($look, [new SettingStep('/groups/0/strength', 2.0)]);
        self::assertSame([-30.0, 20.0, 1], [$line->from, $line->to, $line->first]);
        self::assertEqualsWithDelta(1.0, ($line->at)(20.0)?->moves[1]->amount(), 1e-9);
    }

    public function testSeveralNumbersGoAtOnceAsFarAsAllCan(): void
    {
        $reach = ['hue' => ['from' => 40, 'to' => 90, 'softFrom' => 10, 'softTo' => 10]];
        $line = LookLine::of(Looks::of(['kind' => 'shift', 'reach' => $reach, 'params' => ['hue' => 20]]), [new SettingStep('/moves/0/reach/hue/softFrom', -1.0), new SettingStep('/moves/0/reach/hue/softTo', 2.0)]);
        $at = ($line->at)(5.0)?->moves[0]->reach?->windows->hue;
        self::assertSame([5.0, 20.0], [$at?->softFrom, $at?->softTo]);
        self::assertSame(10.0, $line->to);
    }

    public function testOnlyWhatChangesIsComputedAgain(): void
    {
        $look = Looks::rich();
        $line = LookLine::of($look, [new SettingStep('/moves/3/params/hue', 1.0)]);
        self::assertSame(3, $line->first);
        $grade = ($line->at)(12.0);
        self::assertSame(\array_slice($look->moves, 0, 3), \array_slice($grade->moves ?? [], 0, 3));
        self::assertSame($look->moves[4], $grade->moves[4] ?? null);
    }

    public function testTheWeightOfTheWatchedMoveComesAlong(): void
    {
        $line = LookLine::of(Looks::rich(), [new SettingStep('/moves/1/reach/hue/to', 1.0)]);
        $drafts = self::drafts($line, 1);
        $place = array_key_last($drafts);
        self::assertNotNull($place);
        $last = $drafts[$place];
        $exact = Compiler::compile(($line->at)((float) $place) ?? Looks::of(), self::SIZE, 1);
        self::assertNotSame([], $exact->weights);
        self::assertEqualsWithDelta($exact->weights, $last->weights, 1e-9);
    }

    public function testTheFirstDraftsEncloseTheHand(): void
    {
        $order = [];
        Track::along(LookLine::of(Looks::rich(), [new SettingStep('/moves/1/params/hue', 1.0)]), null, static function (float $place) use (&$order): bool {
            $order[] = $place;

            return \count($order) < 3;
        }, self::SIZE);
        // No more than were wanted: here, and something on either side.
        self::assertCount(3, $order);
        self::assertSame(0.0, $order[0]);
        self::assertLessThan(0.0, min($order));
        self::assertGreaterThan(0.0, max($order));
    }

    public function testWhatIsNoNumberOfTheLookIsRefused(): void
    {
        $this->expectExceptionMessage('/moves/1/params/colour: is no number of this look that can be dragged.');
        LookLine::of(Looks::rich(), [new SettingStep('/moves/1/params/colour', 1.0)]);
    }

    /** @return array<array-key, Cube> by place */
    private static function drafts(GradeLine $line, ?int $watch = null): array
    {
        $drafts = [];
        Track::along($line, $watch, static function (float $place, array $cubes) use (&$drafts): bool {
            $drafts[(string) $place] = $cubes[0];

            return true;
        }, self::SIZE);
        ksort($drafts, \SORT_NUMERIC);

        return $drafts;
    }

    /** @param array<array-key, Cube> $drafts by place, in order */
    private static function between(array $drafts, float $place): Cube
    {
        $low = $high = null;
        foreach ($drafts as $at => $cube) {
            [$low, $high] = (float) $at <= $place ? [[(float) $at, $cube], $high] : [$low, $high ?? [(float) $at, $cube]];
        }
        if (null === $low || null === $high) {
            return ($low ?? $high)[1] ?? self::fail('there are no drafts');
        }
        $share = ($place - $low[0]) / ($high[0] - $low[0]);

        return Cubes::mixed($low[1], $high[1], $share);
    }
}
