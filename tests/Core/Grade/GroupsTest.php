<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Difference;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Group;
use Tovrin\Core\Grade\Move;
use Tovrin\Tests\Core\Looks;

/** Moves held together in groups: what they do, how they are read and written, joined and told. */
final class GroupsTest extends TestCase
{
    private const TURN = ['id' => 'turn', 'kind' => 'shift', 'group' => 'inner', 'strength' => 80, 'params' => ['hue' => 40]];
    private const FADE = ['id' => 'fade', 'kind' => 'saturation', 'group' => 'outer', 'params' => ['saturation' => -60]];
    private const WARM = ['id' => 'warm', 'kind' => 'warmth', 'params' => ['warmth' => 30]];
    private const OUTER = ['id' => 'outer', 'label' => 'All of it'];
    private const INNER = ['id' => 'inner', 'label' => 'Glaze', 'group' => 'outer'];

    public function testAGroupsAmountIsTimesEachMovesOwn(): void
    {
        $grouped = self::look([['strength' => 50] + self::OUTER, ['strength' => 25] + self::INNER], self::TURN, self::FADE, self::WARM);
        $byHand = Looks::of(...array_map(static fn (array $move): array => array_diff_key($move, ['group' => 0]), [['strength' => 10] + self::TURN, ['strength' => 50] + self::FADE, self::WARM]));
        self::assertEqualsWithDelta(Looks::through($byHand, 0.6, 0.4, 0.2), Looks::through($grouped, 0.6, 0.4, 0.2), 1e-12);
    }

    public function testASwitchedOffGroupTurnsOffWhatIsInItAndInItsGroups(): void
    {
        $grade = self::look([['on' => false] + self::OUTER, self::INNER], self::TURN, self::FADE, self::WARM);
        self::assertSame([false, false, true], array_map(static fn (Move $move): bool => $move->acts(), $grade->moves));
        self::assertSame([true, true, true], array_column($grade->moves, 'on'), 'their own switches stay');
        self::assertEqualsWithDelta(Looks::through(Looks::of(self::WARM), 0.6, 0.4, 0.2), Looks::through($grade, 0.6, 0.4, 0.2), 1e-12);
    }

    public function testWhatIsWrittenIsReadAsTheSame(): void
    {
        $grade = self::look([['strength' => 62.5, 'on' => false] + self::OUTER, self::INNER], self::TURN, self::FADE, self::WARM);
        self::assertEquals($grade, LookJson::read(LookWriter::write($grade)));
    }

    public function testALookWithoutGroupsIsWrittenAsBefore(): void
    {
        self::assertStringNotContainsString('group', LookWriter::write(Looks::rich()));
    }

    public function testGroupsWithoutMovesAreLeftOut(): void
    {
        $grade = self::look([self::INNER, self::OUTER, ['id' => 'nobody']], self::TURN, self::FADE);
        self::assertSame(['outer', 'inner'], array_column($grade->groups, 'id'));
        self::assertSame(['outer'], array_column($grade->with([$grade->moves[1]])->groups, 'id'));
    }

    public function testJoinedGradesKeepTheirGroupsUnderIdsOfTheirOwn(): void
    {
        $grade = self::look([self::OUTER, ['strength' => 50] + self::INNER], self::TURN, self::FADE);
        $next = 0;
        $both = $grade->followedBy($grade, static function () use (&$next): string {
            return 'n'.++$next;
        });
        self::assertCount(4, array_unique(array_column($both->groups, 'id')));
        self::assertCount(4, array_unique(array_column($both->moves, 'id')));
        self::assertSame([0.5, 1.0, 0.5, 1.0], array_column($both->moves, 'share'));
        self::assertEquals($both, LookJson::read(LookWriter::write($both)));
    }

    /**
     * @param list<array<string, mixed>> $groups
     * @param list<array<string, mixed>> $moves
     */
    #[DataProvider('broken')]
    public function testWhatIsNoGroupIsRefusedByPlace(array $groups, array $moves, string $message): void
    {
        $this->expectException(FormatError::class);
        $this->expectExceptionMessage($message);
        self::look($groups, ...$moves);
    }

    /** @return iterable<string, array{list<array<string, mixed>>, list<array<string, mixed>>, string}> */
    public static function broken(): iterable
    {
        yield 'unknown' => [[], [self::FADE], 'moves[0].group: there is no group "outer"'];
        yield 'unknown around it' => [[self::INNER], [self::TURN], 'groups[0].group: there is no group "outer"'];
        yield 'two of one id' => [[self::OUTER, self::OUTER], [self::FADE], 'groups[1].id: "outer" is the id of groups[0] already'];
        yield 'in itself' => [[['group' => 'outer'] + self::OUTER], [self::FADE], 'groups[0].group: "outer" lies in a group itself'];
        yield 'too deep' => [[self::OUTER, self::INNER, ['id' => 'third', 'group' => 'inner']], [self::TURN], 'groups[2].group: "inner" lies in a group itself'];
        yield 'torn apart' => [[self::OUTER], [self::FADE, self::WARM, ['id' => 'b'] + self::FADE], 'moves[2].group: the moves of group "outer" must follow one another'];
        yield 'torn apart within' => [[self::OUTER, self::INNER], [self::TURN, self::FADE, ['id' => 'b'] + self::TURN], 'moves[2].group: the moves of group "inner" must follow one another'];
        yield 'an id that is none' => [[['id' => 'no spaces'] + self::OUTER], [], 'groups[0].id: "no spaces" cannot be an id'];
        yield 'an amount out of range' => [[['strength' => 140] + self::OUTER], [self::FADE], 'groups[0].strength: 140 is too large'];
    }

    /** @param list<string> $words */
    #[DataProvider('steps')]
    public function testAStepIsSaidInWords(Grade $before, Grade $after, array $words): void
    {
        self::assertSame($words, Difference::words($before, $after));
    }

    /** @return iterable<string, array{Grade, Grade, list<string>}> */
    public static function steps(): iterable
    {
        $plain = self::look([], array_diff_key(self::FADE, ['group' => 0]), self::WARM);
        $grouped = self::look([self::OUTER], self::FADE, self::WARM);
        yield 'grouped' => [$plain, $grouped, ['Grouped moves as “All of it”']];
        yield 'ungrouped' => [$grouped, $plain, ['Group “All of it” removed']];
        yield 'amount and switch' => [$grouped, self::look([['strength' => 40, 'on' => false] + self::OUTER], self::FADE, self::WARM), ['Group “All of it”: amount 100 → 40 %', 'Group “All of it”: switched off']];
        yield 'named' => [$grouped, self::look([['label' => 'Some'] + self::OUTER], self::FADE, self::WARM), ['Group “All of it”: named “Some”']];
        yield 'a move into it' => [$grouped, self::look([self::OUTER], self::FADE, ['group' => 'outer'] + self::WARM), ['Warmth: moved into group “All of it”']];
        yield 'and out of it' => [self::look([self::OUTER], self::FADE, ['group' => 'outer'] + self::WARM), $grouped, ['Warmth: moved out of its group']];
        $two = self::look([self::OUTER, ['id' => 'inner', 'label' => 'Glaze']], self::FADE, self::TURN);
        $within = self::look([self::OUTER, self::INNER], self::FADE, self::TURN);
        yield 'a group into it' => [$two, $within, ['Group “Glaze”: moved into group “All of it”']];
    }

    public function testAGroupWithoutANameIsCalledOne(): void
    {
        self::assertSame('Group', (new Group('g'))->name());
    }

    /**
     * @param list<array<string, mixed>> $groups
     * @param array<string, mixed>       ...$moves
     */
    private static function look(array $groups, array ...$moves): Grade
    {
        return LookJson::read(json_encode(['tovrinLook' => 1, 'groups' => $groups, 'moves' => $moves], \JSON_THROW_ON_ERROR));
    }
}
