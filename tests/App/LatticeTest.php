<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\LatticeChoice;
use Tovrin\Core\Grade\LatticeJudge;
use Tovrin\Tests\Core\Looks;

/** How fine a table has to be, and that LittleCMS finds in it what the core put there, at whatever steps its nodes are. */
final class LatticeTest extends TestCase
{
    public function testASmoothGradeNeedsFewNodesAndANarrowOneMany(): void
    {
        [$red, $green, $blue] = self::colours();
        $sizes = array_map(static fn (Grade $grade): int => LatticeChoice::for($grade, EncodingTransform::srgb(), $red, $green, $blue)->lattice->size, [
            Looks::of(['kind' => 'shift', 'params' => ['lightness' => 2]]),
            Looks::of(['kind' => 'shift', 'params' => ['hue' => 60]]),
            Looks::of(['kind' => 'shift', 'params' => ['hue' => 60], 'reach' => ['hue' => ['from' => 40, 'to' => 60, 'softFrom' => 5, 'softTo' => 5]]]),
        ]);
        self::assertLessThan($sizes[1], $sizes[0]);
        self::assertLessThan($sizes[2], $sizes[1]);
    }

    public function testWhatIsChosenKeepsThePromiseAndTheNextSmallerDoesNot(): void
    {
        [$red, $green, $blue] = self::colours();
        $choice = LatticeChoice::for(Looks::rich(), EncodingTransform::srgb(), $red, $green, $blue);
        self::assertTrue($choice->isEnough());
        $size = $choice->lattice->size;
        // Sizes are tried in steps of four up to 25, of eight up to 65, and of sixteen.
        $smaller = LatticeChoice::given(Lattice::uniform($size - ($size > 65 ? 16 : ($size > 25 ? 8 : 4))), Looks::rich(), EncodingTransform::srgb(), $red, $green, $blue);
        self::assertFalse($smaller->isEnough());
    }

    public function testNodesMovedToWhereTheyAreNeededComeNearer(): void
    {
        $judge = new LatticeJudge(Looks::rich(), EncodingTransform::srgb(), self::colours());
        $mean = static function (Lattice $lattice) use ($judge): float {
            $off = $judge->differences($lattice);

            return array_sum($off) / \count($off);
        };
        $even = Lattice::uniform(33);
        $before = $mean($even);
        self::assertLessThan(0.95 * $before, $mean(Lattice::dense(33, $judge->densities($even))));
    }

    public function testLittleCmsFindsExactColoursAtNodesOfUnequalSteps(): void
    {
        $ramp = array_map(static fn (int $i): float => 1.0 + 3.0 * ($i > 100 && $i < 160 ? 1 : 0), range(0, 254));
        $lattice = Lattice::dense(33, [$ramp, array_reverse($ramp), $ramp]);
        $grade = Looks::rich();
        $link = IccDeviceLink::ofTable($lattice, Compiler::tableWords($grade, EncodingTransform::srgb(), $lattice, 0, 33), 'x');
        // At the nodes themselves there is nothing between: what comes out is what was computed.
        $words = '';
        $at = [[], [], []];
        for ($i = 0; $i < 33; ++$i) {
            foreach ([$i, ($i * 7) % 33, ($i * 13) % 33] as $axis => $node) {
                $at[$axis][] = $lattice->axes[$axis][$node];
                $words .= pack('S', (int) round(65_535 * $lattice->axes[$axis][$node]));
            }
        }
        $exact = Evaluator::into(EncodingTransform::srgb()->to, $grade, EncodingTransform::srgb()->source($at[0], $at[1], $at[2]));
        $values = Pictures::values(LittleCms::applyLink($link, $lattice, new Pixels(33, 1, 16, false, $words), static function (): void {}));
        foreach ($values as $i => $value) {
            self::assertEqualsWithDelta(255 * $exact[$i % 3][intdiv($i, 3)], $value, 0.06, "value $i");
        }
    }

    /** @return array{non-empty-list<float>, non-empty-list<float>, non-empty-list<float>} colours of a photo: along a few bent lines */
    private static function colours(): array
    {
        $red = $green = $blue = [];
        for ($i = 0; $i < 1500; ++$i) {
            $t = $i / 1499;
            $red[] = 0.15 + 0.7 * $t;
            $green[] = 0.1 + 0.6 * $t * (0.7 + 0.3 * sin(9 * $t));
            $blue[] = 0.08 + 0.5 * $t * $t;
        }

        return [$red, $green, $blue];
    }
}
