<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Learning\StrokeMarks;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\StrokeShape;
use Tovrin\Core\Reading\Raster;

/** What a stroke is taken to lie on. */
final class StrokeMarksTest extends TestCase
{
    private const WIDTH = 400;
    private const HEIGHT = 260;

    public function testWhereOneColourPassesIntoAnotherAStrokeSaysNothing(): void
    {
        // Red to blue over a twelfth of the width, as out of focus.
        $picture = self::picture(static function (float $x): array {
            $t = max(0.0, min(1.0, ($x - 0.5) * 12.0));

            return [210 - 180 * $t, 50 + 30 * $t, 40 + 160 * $t];
        });
        $study = StudyMaker::study($picture);
        $mark = (new StrokeMarks($picture, $study))->of(new Stroke(true, StrokeShape::Path, [[0.40, 0.5], [0.55, 0.5]], '#808080'));
        self::assertNotNull($mark);
        $columns = array_map(static fn (int $seed): float => ($seed % $study->columns + 0.5) / $study->columns, $mark->seeds);
        self::assertGreaterThan(15, \count($columns));
        self::assertLessThan(0.525, max(0.0, ...$columns));
        self::assertGreaterThan(0.65, min(1.0, ...$mark->colours->a), 'nothing of the blue, nor half of it');
    }

    public function testAStrokeThatLiesInAPassageAltogetherStillCounts(): void
    {
        $picture = self::picture(static fn (float $x): array => [255 * $x, 120, 255 * (1 - $x)]);
        $study = StudyMaker::study($picture);
        $mark = (new StrokeMarks($picture, $study))->of(new Stroke(true, StrokeShape::Path, [[0.40, 0.5], [0.55, 0.5]], '#808080'));
        self::assertNotNull($mark);
        self::assertGreaterThan(0.2 * 0.15 * $study->columns, \count($mark->seeds));
        self::assertGreaterThan(10, $mark->colours->count());
    }

    /** @param callable(float): array{0: float|int, 1: float|int, 2: float|int} $colour by share of the width */
    private static function picture(callable $colour): Raster
    {
        $row = '';
        for ($x = 0; $x < self::WIDTH; ++$x) {
            $row .= implode('', array_map(static fn (float|int $v): string => \chr((int) round($v)), $colour(($x + 0.5) / self::WIDTH)));
        }

        return new Raster(str_repeat($row, self::HEIGHT), self::WIDTH, self::HEIGHT);
    }
}
