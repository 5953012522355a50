<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Strain;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Reading\Passages;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Raster;

/** Pots that lead into each other. */
final class PassagesTest extends TestCase
{
    private const WIDE = 240;
    private const HIGH = 160;

    public function testAPetalLeadsIntoItsRimAndNotIntoTheLeafBehindIt(): void
    {
        [$study, $pots] = self::petal();
        $leaf = self::nearest($pots, 140.0);
        $warm = self::along($pots, $study, self::nearest($pots, 20.0));
        self::assertContains(self::nearest($pots, 75.0), $warm, 'from pot to pot');
        self::assertNotContains($leaf, $warm);
    }

    public function testMovedTogetherTheyAreNotTornApart(): void
    {
        [$study, $pots] = self::petal();
        $photo = PhotoPots::of($pots->families($study), $pots->names);
        $red = self::nearest($pots, 20.0);
        $turned = static function (array $which) use ($photo): Palette {
            $to = [];
            foreach ($photo->middles as $pot => $middle) {
                ['lightness' => $light, 'chroma' => $chroma, 'hue' => $hue] = PhotoPots::colour($middle);
                $to[] = \in_array($pot, $which, true) ? PhotoPots::lab(['lightness' => $light, 'chroma' => $chroma, 'hue' => fmod($hue + 180.0, 360.0)]) : null;
            }

            return new Palette($photo, $to);
        };
        $passage = ColourBlock::of(OkLch::class, array_map(static fn (int $i): array => self::colour($i / 200), range(10, 190)))->in(OkLab::class);
        $torn = static fn (Palette $palette): float => max([0.0, ...Strain::ofMap(static fn (ColourBlock $lab): ColourBlock => Evaluator::running(new Grade([new Move($palette)]), new Colours($lab))[0]->lab(), $passage)->stretch()]);
        self::assertLessThan(3.0, $torn($turned(self::along($pots, $study, $red))));
        self::assertGreaterThan(5.0, $torn($turned([$red])));
    }

    /** @return list<int> the pots that one leads into, and these again, itself too */
    private static function along(Pots $pots, Study $study, int $from): array
    {
        $along = [$from];
        for ($i = 0; $i < \count($along); ++$i) {
            foreach (Passages::of($pots, $study) as [$one, $other]) {
                $next = $one === $along[$i] ? $other : ($other === $along[$i] ? $one : $from);
                if (!\in_array($next, $along, true)) {
                    $along[] = $next;
                }
            }
        }

        return $along;
    }

    private static function nearest(Pots $pots, float $hue): int
    {
        $lch = ColourBlock::of(OkLab::class, $pots->centres)->in(OkLch::class);
        $far = array_map(static fn (float $own, float $chroma): float => $chroma < 0.03 ? 360.0 : abs($own - $hue - 360.0 * round(($own - $hue) / 360.0)), $lch->c, $lch->b);

        return (int) array_search(min([360.0, ...$far]), $far, true);
    }

    /** @return array{float, float, float} OKLCh on the way from the middle of the petal, 0, to its rim, 1 */
    private static function colour(float $share): array
    {
        return [0.55 + 0.14 * $share, 0.16 - 0.02 * $share, 20.0 + 55.0 * $share];
    }

    /**
     * A red petal with an orange rim that it goes over into, before a green leaf with a sharp edge, all with some noise.
     *
     * @return array{Study, Pots}
     */
    private static function petal(): array
    {
        $random = new Randomizer(new Mt19937(9));
        $colours = [];
        for ($y = 0; $y < self::HIGH; ++$y) {
            for ($x = 0; $x < self::WIDE; ++$x) {
                $far = hypot(($x - 0.45 * self::WIDE) / 85.0, ($y - 0.5 * self::HIGH) / 62.0);
                $noise = 0.004 * ($random->getInt(0, 1000) / 500 - 1.0);
                [$l, $c, $h] = $far < 1.0 ? self::colour(max(0.0, min(1.0, ($far - 0.45) / 0.4))) : [0.45, 0.1, 140.0];
                $colours[] = [$l + $noise, $c + $noise, $h + 400 * $noise];
            }
        }
        $rgb = ColourBlock::of(OkLch::class, $colours)->in(Srgb::class);
        $bytes = '';
        foreach ($rgb->a as $i => $red) {
            $bytes .= pack('C3', ...array_map(static fn (float $v): int => (int) round(255.0 * max(0.0, min(1.0, $v))), [$red, $rgb->b[$i], $rgb->c[$i]]));
        }
        $study = StudyMaker::study(new Raster($bytes, self::WIDE, self::HIGH));

        return [$study, Pots::of($study)];
    }
}
