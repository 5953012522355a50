<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Format;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Evaluator;

/** Looks from before reaches were learned give what they gave then; old/ has what that was. */
final class OldLooksTest extends TestCase
{
    /** RGB, a fifteenth of a level of 16 bits: the search for the edge of the gamut came as near as 2⁻²² of the chroma then. */
    private const SAME = 1e-6;

    public function testALookOfWindowsGivesWhatItGave(): void
    {
        $grade = LookJson::read((string) file_get_contents(__DIR__.'/old/windows-look.json'));
        /** @var non-empty-list<array{in: array{0: float, 1: float, 2: float}, out: list<float>, weights: list<float>}> $then */
        $then = json_decode((string) file_get_contents(__DIR__.'/old/windows-look.out.json'), true, 8, \JSON_THROW_ON_ERROR);
        $now = Evaluator::evaluate($grade, new Colours(ColourBlock::of(Srgb::class, array_column($then, 'in'))), [0, 1, 2]);
        self::assertGreaterThan(60, \count($then));
        foreach ($then as $i => $one) {
            self::assertEqualsWithDelta($one['out'], $now->colours->at($i), self::SAME);
            self::assertEqualsWithDelta($one['weights'], [$now->weights[0][$i] ?? null, $now->weights[1][$i] ?? null, $now->weights[2][$i] ?? null], 1e-9);
        }
    }
}
