<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\MoveSummary;
use Tovrin\Tests\Core\Looks;

final class ColourSampleTest extends TestCase
{
    public function testEveryOtherRowKeepsWholeRows(): void
    {
        $rows = str_repeat('abc', 4).str_repeat('def', 4).str_repeat('ghi', 4).str_repeat('jkl', 4);
        $sample = ColourSample::of($rows, 4, 4);
        self::assertSame(str_repeat('def', 4).str_repeat('jkl', 4), $sample->everyNthRow(4, 2)->bytes());
        self::assertSame($sample, $sample->everyNthRow(4, 1));
    }

    public function testSamplesEvenlyAndTheSameEveryTime(): void
    {
        // Left half red, right half blue: the digest must have them in equal shares.
        $row = str_repeat("\xFF\x00\x00", 400).str_repeat("\x00\x00\xFF", 400);
        $picture = str_repeat($row, 600);
        $sample = ColourSample::of($picture, 800, 600);
        self::assertEqualsWithDelta(ColourSample::TARGET, $sample->count(), 800);
        self::assertSame($sample->bytes(), ColourSample::of($picture, 800, 600)->bytes());
        self::assertEqualsWithDelta(0.5, substr_count(implode(' ', str_split($sample->bytes(), 3)), "\xFF\x00\x00") / $sample->count(), 0.01);
    }

    public function testATinyPictureIsItsOwnDigest(): void
    {
        self::assertSame('abcdef', ColourSample::of('abcdef', 2, 1)->bytes());
        self::assertSame(1, ColourSample::of('xyz', 1, 1)->count());
    }

    public function testRefusesDataThatDoesNotFit(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        ColourSample::of('abcde', 2, 1);
    }

    public function testSummaryTellsReachChangeAndAPairOfSwatches(): void
    {
        // Three quarters grey, one quarter orange; the move turns orange only.
        $sample = new ColourSample(str_repeat("\x80\x80\x80", 300).str_repeat("\xD0\x80\x30", 100));
        [$summary, $off] = MoveSummary::of(Looks::of(
            ['kind' => 'shift', 'reach' => ['hue' => ['from' => 30, 'to' => 100, 'softFrom' => 10, 'softTo' => 10]], 'params' => ['hue' => 120]],
            ['kind' => 'shift', 'on' => false, 'params' => ['hue' => 120]],
        ), $sample->colours());
        self::assertEqualsWithDelta(0.25, $summary->reached, 1e-6);
        self::assertEqualsWithDelta(0.25, $summary->changed, 1e-6);
        self::assertSame('#d08030', $summary->before);
        self::assertNotNull($summary->after);
        self::assertNotSame($summary->before, $summary->after);
        self::assertSame([1.0, 0.0, null, null], [$off->reached, $off->changed, $off->before, $off->after]);
    }
}
