<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Move\HueBands;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Reading\Spread;

/** Settings as read from a look, and the small pieces that several kinds share. */
final class ParamsTest extends TestCase
{
    public function testMissingSettingsAreAtRest(): void
    {
        $none = new Params([]);
        self::assertSame([0.0, 7.5], [$none->number('a'), $none->number('a', 7.5)]);
        self::assertSame('relative', $none->choice('method', 'relative'));
        self::assertTrue($none->flag('keep', true));
        self::assertNull($none->colour('anchor'));
        self::assertSame([], $none->points('all'));
        self::assertSame(0.0, $none->group('reds')->number('cyan'));
    }

    public function testGivenSettingsAreRead(): void
    {
        $given = new Params(['n' => 3, 'w' => 'absolute', 'f' => false, 'c' => '#c8922e', 'p' => [[0, 1.5], [2, 3]], 'g' => ['x' => 4.5]]);
        self::assertSame(3.0, $given->number('n'));
        self::assertSame('absolute', $given->choice('w', 'relative'));
        self::assertFalse($given->flag('f', true));
        self::assertSame('#c8922e', $given->colour('c'));
        self::assertSame([[0.0, 1.5], [2.0, 3.0]], $given->points('p'));
        self::assertSame(4.5, $given->group('g')->number('x'));
    }

    #[DataProvider('wrongs')]
    public function testWhatIsOfTheWrongKindIsNamed(string $read): void
    {
        $wrong = new Params(['it' => new \stdClass()]);
        $this->expectException(\InvalidArgumentException::class);
        $this->expectExceptionMessage('"it" must be');
        match ($read) {
            'number' => $wrong->number('it'),
            'choice' => $wrong->choice('it', 'a'),
            'flag' => $wrong->flag('it'),
            'colour' => $wrong->colour('it'),
            'group' => $wrong->group('it'),
            default => $wrong->points('it'),
        };
    }

    /** @return iterable<string, array{string}> */
    public static function wrongs(): iterable
    {
        foreach (['number', 'choice', 'flag', 'colour', 'group', 'points'] as $read) {
            yield $read => [$read];
        }
    }

    /** The rest value that the schema states is the one that the code takes. */
    public function testEveryRestValueInTheSchemaIsRest(): void
    {
        foreach (MoveKinds::ALL as $kind) {
            $rests = self::rests($kind::paramsSchema());
            self::assertIsArray($rests);
            self::assertTrue($kind::fromParams(new Params($rests))->isIdentity(), $kind::id());
            self::assertEquals($kind::fromParams(new Params([])), $kind::fromParams(new Params($rests)), $kind::id());
        }
    }

    public function testTheBandsThatHoldAHueSumToOneTheNearestFirst(): void
    {
        for ($hue = 0.0; $hue < 360.0; $hue += 7.3) {
            $holding = HueBands::holding($hue);
            self::assertEqualsWithDelta(1.0, array_sum($holding), 1e-3);
            self::assertLessThanOrEqual(2, \count($holding));
            self::assertSame(max([0.0, ...array_values($holding)]), array_values($holding)[0] ?? null);
        }
        self::assertSame(['green' => 1.0], array_map(static fn (float $w): float => round($w, 9), HueBands::holding(HueBands::centres()[4] ?? 0.0)));
    }

    public function testASpreadIsNothingForOneColourAndGrowsWithDistance(): void
    {
        $pair = static fn (float $apart): ColourBlock => ColourBlock::of(OkLab::class, [[0.6, 0.05, 0.02 - $apart], [0.6, 0.05, 0.02 + $apart]]);
        self::assertSame(0.0, round(Spread::of($pair(0.0), [1.0, 1.0]), 9));
        self::assertGreaterThan(Spread::of($pair(0.01), [1.0, 1.0]), Spread::of($pair(0.03), [1.0, 1.0]));
        self::assertSame(0.0, round(Spread::of($pair(0.03), [1.0, 0.0]), 6), 'what does not count does not spread');
        self::assertNull(Spread::middle($pair(0.03), [0.0, 0.0]));
        self::assertEqualsWithDelta([0.6, 0.05, 0.02], Spread::middle($pair(0.03), [1.0, 1.0]), 1e-12);
    }

    /**
     * @param array<mixed> $schema
     */
    private static function rests(array $schema): mixed
    {
        if (!isset($schema['properties']) || !\is_array($schema['properties'])) {
            return $schema['default'] ?? null;
        }
        $rests = [];
        foreach ($schema['properties'] as $name => $property) {
            $rests[$name] = \is_array($property) ? self::rests($property) : null;
        }

        return $rests;
    }
}
