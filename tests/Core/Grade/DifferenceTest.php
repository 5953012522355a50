<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Grade\Difference;
use Tovrin\Tests\Core\Looks;

/** What a step of the history says it did. */
final class DifferenceTest extends TestCase
{
    private const BOWL = ['kind' => 'shift', 'id' => 'a', 'label' => 'Bowl', 'params' => ['hue' => 30, 'saturation' => 5]];
    private const WARM = ['kind' => 'warmth', 'id' => 'b'];
    private const REACH = ['hue' => ['from' => 40, 'to' => 85, 'softFrom' => 15, 'softTo' => 15], 'chroma' => null, 'light' => null, 'invert' => false, 'held' => []];

    /**
     * @param list<array<string, mixed>> $before
     * @param list<array<string, mixed>> $after
     * @param list<string>               $words
     */
    #[DataProvider('steps')]
    public function testAStepIsSaidInWords(array $before, array $after, array $words): void
    {
        self::assertSame($words, Difference::words(Looks::of(...$before), Looks::of(...$after)));
    }

    /** @return iterable<string, array{list<array<string, mixed>>, list<array<string, mixed>>, list<string>}> */
    public static function steps(): iterable
    {
        yield 'a move more' => [[self::BOWL], [self::BOWL, self::WARM], ['Added Warmth']];
        yield 'a move less' => [[self::BOWL, self::WARM], [self::WARM], ['Removed “Bowl”']];
        yield 'settings' => [[self::BOWL], [['params' => ['hue' => -12.4]] + self::BOWL], ['“Bowl”: hue 30 → −12.4, saturation 5 → 0']];
        yield 'a setting that is called as its kind' => [[self::WARM], [['params' => ['warmth' => 20]] + self::WARM], ['Warmth 0 → 20']];
        yield 'settings that are no numbers' => [[['kind' => 'curves', 'id' => 'c']], [['kind' => 'curves', 'id' => 'c', 'params' => ['all' => [[0, 10], [255, 250]]]]], ['Curves: all three']];
        yield 'amount and switch' => [[self::BOWL], [['strength' => 40, 'on' => false] + self::BOWL], ['“Bowl”: amount 100 → 40 %', '“Bowl”: switched off']];
        yield 'a reach' => [[self::BOWL], [['reach' => self::REACH] + self::BOWL], ['“Bowl”: chose its colours']];
        yield 'another reach' => [[['reach' => self::REACH] + self::BOWL], [['reach' => ['invert' => true] + self::REACH] + self::BOWL], ['“Bowl”: changed its reach']];
        yield 'no reach any more' => [[['reach' => self::REACH] + self::BOWL], [self::BOWL], ['“Bowl”: reaches everything']];
        $area = static fn (array ...$shapes): array => ['area' => ['shapes' => $shapes]];
        [$ellipse, $brush] = [['shape' => 'ellipse', 'centre' => [0.5, 0.5], 'radii' => [0.2, 0.2]], ['shape' => 'brush', 'points' => [[0.5, 0.5]], 'subtract' => true]];
        yield 'an area' => [[self::BOWL], [$area($ellipse) + self::BOWL], ['“Bowl”: limited to an area: ellipse']];
        yield 'a shape more' => [[$area($ellipse) + self::BOWL], [$area($ellipse, $brush) + self::BOWL], ['“Bowl”: brush subtracted from its area']];
        yield 'a shape less' => [[$area($ellipse, $brush) + self::BOWL], [$area($brush) + self::BOWL], ['“Bowl”: a shape of its area removed']];
        yield 'a shape moved' => [[$area($ellipse) + self::BOWL], [$area(['centre' => [0.4, 0.4]] + $ellipse) + self::BOWL], ['“Bowl”: changed its area']];
        yield 'no area any more' => [[$area($ellipse) + self::BOWL], [self::BOWL], ['“Bowl”: acts on the whole photo']];
        yield 'softening' => [[['reach' => self::REACH] + self::BOWL], [['reach' => self::REACH, 'soften' => 4.5] + self::BOWL], ['“Bowl”: soften 0 → 4.5 ‰']];
        yield 'a name' => [[self::BOWL], [['label' => 'Big bowl'] + self::BOWL], ['“Bowl”: named “Big bowl”']];
        yield 'the order' => [[self::BOWL, self::WARM], [self::WARM, self::BOWL], ['Changed the order of the moves']];
        yield 'everything at once' => [[], [self::BOWL, self::WARM], ['Added “Bowl”', 'Added Warmth']];
        yield 'nothing left' => [[self::BOWL, self::WARM], [], ['Removed “Bowl”', 'Removed Warmth']];
        yield 'two that are alike, one less' => [[self::WARM, ['id' => 'c'] + self::WARM], [self::WARM], ['Removed Warmth']];
        yield 'empty before and after' => [[], [], ['Changed nothing visible']];
        yield 'nothing' => [[self::BOWL], [self::BOWL], ['Changed nothing visible']];
    }
}
