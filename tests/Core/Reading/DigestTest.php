<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Reading\Digest;
use Tovrin\Core\Reading\MoveSummary;
use Tovrin\Tests\Core\Looks;

final class DigestTest extends TestCase
{
    public function testEveryOtherRowKeepsWholeRows(): void
    {
        $rows = str_repeat('abc', 4).str_repeat('def', 4).str_repeat('ghi', 4).str_repeat('jkl', 4);
        $digest = Digest::of($rows, 4, 4);
        self::assertSame(str_repeat('def', 4).str_repeat('jkl', 4), $digest->everyNthRow(4, 2)->bytes());
        self::assertSame($digest, $digest->everyNthRow(4, 1));
    }

    public function testSamplesEvenlyAndTheSameEveryTime(): void
    {
        // Left half red, right half blue: the digest must have them in equal shares.
        $row = str_repeat("\xFF\x00\x00", 400).str_repeat("\x00\x00\xFF", 400);
        $picture = str_repeat($row, 600);
        $digest = Digest::of($picture, 800, 600);
        self::assertEqualsWithDelta(Digest::TARGET, $digest->count(), 800);
        self::assertSame($digest->bytes(), Digest::of($picture, 800, 600)->bytes());
        self::assertEqualsWithDelta(0.5, substr_count(implode(' ', str_split($digest->bytes(), 3)), "\xFF\x00\x00") / $digest->count(), 0.01);
    }

    public function testATinyPictureIsItsOwnDigest(): void
    {
        self::assertSame('abcdef', Digest::of('abcdef', 2, 1)->bytes());
        self::assertSame(1, Digest::of('xyz', 1, 1)->count());
    }

    public function testRefusesDataThatDoesNotFit(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        Digest::of('abcde', 2, 1);
    }

    public function testSummaryTellsReachChangeAndAPairOfSwatches(): void
    {
        // Three quarters grey, one quarter orange; the move turns orange only.
        $digest = new Digest(str_repeat("\x80\x80\x80", 300).str_repeat("\xD0\x80\x30", 100));
        [$summary, $off] = MoveSummary::of(Looks::of(
            ['kind' => 'shift', 'reach' => ['hue' => ['from' => 30, 'to' => 100, 'softFrom' => 10, 'softTo' => 10]], 'params' => ['hue' => 120]],
            ['kind' => 'shift', 'on' => false, 'params' => ['hue' => 120]],
        ), $digest->colours());
        self::assertEqualsWithDelta(0.25, $summary->reached, 1e-6);
        self::assertEqualsWithDelta(0.25, $summary->changed, 1e-6);
        self::assertSame('#d08030', $summary->before);
        self::assertNotNull($summary->after);
        self::assertNotSame($summary->before, $summary->after);
        self::assertSame([1.0, 0.0, null, null], [$off->reached, $off->changed, $off->before, $off->after]);
    }
}
