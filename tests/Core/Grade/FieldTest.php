<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Format\LookLine;
use Tovrin\Core\Format\SettingStep;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Field;
use Tovrin\Core\Grade\GradeField;
use Tovrin\Tests\Core\Looks;

/** Drafts all over a field of two settings: what lies within a cell near the hand is what would have been computed there. */
final class FieldTest extends TestCase
{
    private const SIZE = 9;
    /** Part of the way to the ends that a hand goes before it is asked for drafts around another place. */
    private const NEAR = 1 / 6;
    private const PLACES = 8;
    /** So far from exact may a draft be, RGB, at all nodes and places but one in a hundred: it is seen for a moment only. */
    private const SEEN = 0.02;

    /** @return iterable<string, array{string, array<mixed>, string, string}> kind, its settings, and the ways to two numbers in them that one control drags */
    public static function controls(): iterable
    {
        $points = [[0, 0], [60, 45], [190, 210], [255, 255]];
        yield 'a point of a curve' => ['curves', ['all' => $points], '/all/1/0', '/all/1/1'];
        yield 'the end of a curve' => ['curves', ['light' => $points], '/light/3/0', '/light/3/1'];
        yield 'a point of a hue curve' => ['hue-curves', ['hue' => [[40, 0], [80, 18], [120, 0]]], '/hue/1/0', '/hue/1/1'];
        yield 'a point of saturation over hue' => ['hue-curves', ['saturation' => [[200, 40], [300, -30]]], '/saturation/0/0', '/saturation/0/1'];
        yield 'pulling hue and saturation' => ['shift', ['hue' => 25, 'saturation' => -20], '/hue', '/saturation'];
        yield 'two sides of the light' => ['side-warmth', ['warm' => 30, 'cool' => -30], '/warm', '/cool'];
    }

    /** @param array<mixed> $params */
    #[DataProvider('controls')]
    public function testWithinACellIsWhatWouldBeComputedThere(string $kind, array $params, string $one, string $other): void
    {
        $field = self::field($kind, $params, $one, $other);
        $drafts = self::drafts($field);
        $off = [];
        for ($i = 0; $i < self::PLACES; ++$i) {
            for ($j = 0; $j < self::PLACES; ++$j) {
                // Places that no halving comes to.
                [$x, $y] = [self::at($field->along, ($i + \M_1_PI) / self::PLACES), self::at($field->aside, ($j + \M_1_PI) / self::PLACES)];
                $grade = ($field->at)($x, $y);
                if (null !== $grade) {
                    array_push($off, ...Cubes::apart(self::within($drafts, $x, $y), Compiler::compile($grade, self::SIZE)));
                }
            }
        }
        sort($off);
        self::assertNotSame([], $off);
        self::assertLessThan(self::SEEN, $off[(int) (0.99 * \count($off))]);
    }

    public function testTheFirstDraftsEncloseTheHandAndThereIsSomethingAsFarAsTheEnds(): void
    {
        $field = self::field('shift', ['hue' => 25, 'saturation' => -20], '/hue', '/saturation');
        $order = [];
        Field::over($field, null, static function (float $x, float $y) use (&$order): bool {
            $order[] = [$x, $y];

            return true;
        }, self::SIZE);
        self::assertSame([0.0, 0.0], $order[0]);
        $first = \array_slice($order, 0, 9);
        foreach ([[-1, -1], [-1, 1], [1, -1], [1, 1]] as [$left, $down]) {
            self::assertNotSame([], array_filter($first, static fn (array $place): bool => $place[0] * $left > 0.0 && $place[1] * $down > 0.0), 'on all sides');
        }
        foreach ($field->along as $x) {
            foreach ($field->aside as $y) {
                self::assertContains([$x, $y], $order);
            }
        }
    }

    public function testNoMoreAreMadeThanAreWanted(): void
    {
        $count = 0;
        Field::over(self::field('shift', ['hue' => 25], '/hue', '/saturation'), null, static function () use (&$count): bool {
            return ++$count < 4;
        }, self::SIZE);
        self::assertSame(4, $count);
    }

    /** @param array<mixed> $params */
    private static function field(string $kind, array $params, string $one, string $other): GradeField
    {
        return LookLine::across(Looks::of(['kind' => $kind, 'params' => $params]), [new SettingStep('/moves/0/params'.$one, 1.0)], [new SettingStep('/moves/0/params'.$other, 1.0)]);
    }

    /** @param array{float, float} $ends */
    private static function at(array $ends, float $share): float
    {
        return self::NEAR * ($ends[0] + $share * ($ends[1] - $ends[0]));
    }

    /** @return array<array-key, array<array-key, Cube>> by place along, and aside */
    private static function drafts(GradeField $field): array
    {
        $drafts = [];
        Field::over($field, null, static function (float $x, float $y, array $cubes) use (&$drafts): bool {
            $drafts[(string) $x][(string) $y] = $cubes[0];

            return true;
        }, self::SIZE);
        ksort($drafts, \SORT_NUMERIC);

        return $drafts;
    }

    /** @param array<array-key, array<array-key, Cube>> $drafts */
    private static function within(array $drafts, float $x, float $y): Cube
    {
        [$left, $right] = self::around(array_keys($drafts), $x);
        [$low, $high] = self::around(array_keys($drafts[$left]), $y);
        $share = self::share($y, $low, $high);

        return Cubes::mixed(
            Cubes::mixed($drafts[$left][$low], $drafts[$left][$high], $share),
            Cubes::mixed($drafts[$right][$low], $drafts[$right][$high], $share),
            self::share($x, $left, $right),
        );
    }

    private static function share(float $place, string $low, string $high): float
    {
        return $low === $high ? 0.0 : ($place - (float) $low) / ((float) $high - (float) $low);
    }

    /**
     * @param list<array-key> $places
     *
     * @return array{string, string}
     */
    private static function around(array $places, float $place): array
    {
        sort($places, \SORT_NUMERIC);
        $below = array_filter($places, static fn (string|int $one): bool => (float) $one <= $place);
        $above = array_filter($places, static fn (string|int $one): bool => (float) $one >= $place);

        return [(string) end($below), (string) reset($above)];
    }
}
