<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\App\Learning\Change;
use Tovrin\App\Learning\ReachLearner;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\App\Learning\Unmarked;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Model\Table\TableShelf;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\StrokeShape;
use Tovrin\Core\Reach\Windows;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Raster;

/** Reaches learned from strokes, on rendered photos of which every pixel's object is known. */
final class LearningTest extends TestCase
{
    private static MaskedPhoto $photo;
    private static ReachLearner $learner;
    private static Learned $bowl;

    public static function setUpBeforeClass(): void
    {
        self::$photo = MaskedPhoto::named('bowl-and-vase');
        self::$learner = new ReachLearner(self::$photo->preview, self::$photo->study, 'here');
        self::$bowl = self::learned([new Stroke(true, StrokeShape::Path, [[0.22, 0.58], [0.36, 0.62]], '#808080')]);
    }

    /** @return iterable<string, array{int, float}> object of the scene, and the overlap a user would call "the whole thing" */
    public static function objects(): iterable
    {
        yield 'the bowl' => [1, 0.78];
        yield 'the vase' => [2, 0.95];
        yield 'the plaster' => [3, 0.93];
        yield 'the table' => [4, 0.85];
    }

    #[DataProvider('objects')]
    public function testOneStrokeCatchesTheWholeThing(int $object, float $least): void
    {
        $scores = (new SimulatedUser(self::$photo, $object))->choose(static fn (array $strokes): Reach => new Reach([self::learned($strokes)]), 1);
        self::assertGreaterThan($least, $scores[0] ?? 0.0);
    }

    /** @return iterable<string, array{string, int}> things of which the first stroke catches too much */
    public static function caughtWithMore(): iterable
    {
        yield 'one green of two' => ['two-greens', 1];
        yield 'a cup in mixed light' => ['mixed-light', 1];
        yield 'clay before pink' => ['clay-on-pink', 2];
    }

    #[DataProvider('caughtWithMore')]
    public function testAHeldStrokeKeepsOutWhatWasCaughtAndCostsNothing(string $name, int $object): void
    {
        $photo = MaskedPhoto::named($name);
        $truth = $photo->truth($object);
        $learner = new ReachLearner($photo->preview, $photo->study, 'frame');
        $shares = $kinds = [];
        (new SimulatedUser($photo, $object))->choose(static function (array $strokes) use ($learner, &$kinds): Reach {
            $kinds[] = $strokes[\count($strokes) - 1]->wanted;

            return new Reach(array_filter([$learner->learn($strokes)?->learned]));
        }, 2, static function (Reach $reach, array $weights) use ($truth, &$shares): void {
            $own = $other = 0;
            foreach ($weights as $i => $weight) {
                $own += $weight >= 0.5 && $truth[$i] ? 1 : 0;
                $other += $weight >= 0.5 && !$truth[$i] ? 1 : 0;
            }
            $all = \count(array_filter($truth));
            $shares[] = [$own / $all, $other / $all];
        });
        self::assertSame([true, false], $kinds);
        self::assertGreaterThan(0.05, $shares[0][1], 'something is caught that is not meant');
        self::assertLessThan(0.5 * $shares[0][1], $shares[1][1]);
        self::assertGreaterThan(0.95 * $shares[0][0], $shares[1][0]);
    }

    /** Saying that something is meant which is caught already neither takes anything else in nor lets anything go. */
    public function testAYesChangesNothingElse(): void
    {
        $photo = MaskedPhoto::named('close-glazes');
        $learner = new ReachLearner($photo->preview, $photo->study, 'jars');
        $stroke = new Stroke(true, StrokeShape::Path, [[0.24, 0.42], [0.28, 0.48]], '#808080');
        $first = $learner->learn([$stroke]);
        self::assertNotNull($first);
        $ask = Unmarked::largest($first, $photo->study, Pots::of($photo->study));
        self::assertNotNull($ask);
        $yes = $learner->learn([$stroke, new Stroke(true, StrokeShape::Spots, $ask->points, '#808080')]);
        self::assertNotNull($yes);
        $change = Change::between($first, $yes, $photo->study);
        self::assertLessThan(0.004 * $photo->study->count(), \count($change->lost));
        self::assertLessThan(0.01 * $photo->study->count(), \count($change->added));
    }

    /** Five strokes at the middle of what is wrong, nothing taken back: none of them costs a tenth of the thing, and the last is no worse than the first. */
    #[DataProvider('scenes')]
    public function testALaterStrokeUndoesNoEarlierOne(string $name): void
    {
        $photo = MaskedPhoto::named($name);
        $learner = new ReachLearner($photo->preview, $photo->study, $name);
        foreach ($photo->objects() as $object) {
            $scores = (new SimulatedUser($photo, $object))->choose(static fn (array $strokes): Reach => new Reach(array_filter([$learner->learn($strokes)?->learned])), 5);
            foreach (\array_slice($scores, 1) as $before => $score) {
                self::assertGreaterThan($scores[$before] - 0.1, $score, \sprintf('object %d, after stroke %d: %s', $object, $before + 2, implode(' ', array_map(static fn (float $one): string => \sprintf('%.2f', $one), $scores))));
            }
            self::assertGreaterThan($scores[0] - 0.02, $scores[4]);
        }
    }

    /** @return iterable<string, array{string}> */
    public static function scenes(): iterable
    {
        yield 'two greens' => ['two-greens'];
    }

    /** What was kept of the strokes before is what learning them anew would give. */
    public function testGoingOnFromWhatWasKeptIsTheSameAsLearningItAnew(): void
    {
        $shelf = new class implements TableShelf {
            /** @var array<string, string> */
            public array $kept = [];
            public int $found = 0;

            public function get(string $key): ?string
            {
                $this->found += isset($this->kept[$key]) ? 1 : 0;

                return $this->kept[$key] ?? null;
            }

            public function put(string $key, string $bytes): void
            {
                $this->kept[$key] = $bytes;
            }
        };
        $strokes = [
            new Stroke(true, StrokeShape::Path, [[0.22, 0.58], [0.36, 0.62]], '#808080'),
            new Stroke(false, StrokeShape::Path, [[0.66, 0.80], [0.80, 0.78]], '#808080'),
            new Stroke(true, StrokeShape::Point, [[0.27, 0.48]], '#808080'),
        ];
        foreach ([1, 2, 3] as $count) {
            // Another process each time, as the server has it.
            $learner = new ReachLearner(self::$photo->preview, self::$photo->study, 'here', $shelf);
            $learned = $learner->learn(\array_slice($strokes, 0, $count))?->learned;
        }
        self::assertSame(2, $shelf->found);
        self::assertSame((new ReachLearner(self::$photo->preview, self::$photo->study, 'here'))->learn($strokes)?->learned->weights, $learned?->weights);
        // The order counts, and so does each stroke: nothing is taken for something else.
        $reversed = (new ReachLearner(self::$photo->preview, self::$photo->study, 'here', $shelf))->learn(array_reverse($strokes))?->learned;
        self::assertSame((new ReachLearner(self::$photo->preview, self::$photo->study, 'here'))->learn(array_reverse($strokes))?->learned->weights, $reversed?->weights);
        $shelf->kept = array_map(static fn (string $bytes): string => substr($bytes, 3), $shelf->kept);
        self::assertSame($learned?->weights, (new ReachLearner(self::$photo->preview, self::$photo->study, 'here', $shelf))->learn($strokes)?->learned->weights, 'what is damaged is learned anew');
    }

    /** @return iterable<string, array{string}> */
    public static function photos(): iterable
    {
        yield 'a clean photo' => ['bowl-and-vase'];
        yield 'strong noise and halved chroma' => ['dim-and-noisy'];
    }

    /** A property over random strokes: exact 0 far from all colours, exact 1 where it is meant, and no steeper than it may be. */
    #[DataProvider('photos')]
    public function testWeightsAreExactAtTheirEndsAndGentleBetween(string $name): void
    {
        $photo = 'bowl-and-vase' === $name ? self::$photo : MaskedPhoto::named($name);
        $learner = new ReachLearner($photo->preview, $photo->study, $name);
        $random = new Randomizer(new Mt19937(11));
        $between = static fn (float $low, float $high): float => $low + ($high - $low) * $random->getInt(0, 1 << 20) / (1 << 20);
        for ($round = 0; $round < 5; ++$round) {
            $strokes = [];
            for ($n = 0; $n <= $round; ++$n) {
                [$x, $y] = [$between(0.05, 0.9), $between(0.05, 0.9)];
                $strokes[] = new Stroke(0 === $n % 2, StrokeShape::Path, [[$x, $y], [$x + 0.04, $y + $between(-0.03, 0.03)]], '#808080');
            }
            $learned = $learner->learn($strokes)?->learned;
            self::assertNotNull($learned);
            foreach ([[Learned::SOFT, $learned->over()], [1.0, 0.06]] as [$soft, $over]) {
                $reach = $learned->tuned(0.0, $soft);
                $l = $a = $b = [];
                for ($i = 0; $i < 6000; ++$i) {
                    [$x, $y, $z] = [$between(0.05, 0.98), $between(-0.12, 0.12), $between(-0.12, 0.16)];
                    $length = 0.004;
                    [$dx, $dy, $dz] = [$between(-1, 1), $between(-1, 1), $between(-1, 1)];
                    $norm = $length / max(1e-6, sqrt($dx * $dx + $dy * $dy + $dz * $dz));
                    array_push($l, $x, $x + $norm * $dx);
                    array_push($a, $y, $y + $norm * $dy);
                    array_push($b, $z, $z + $norm * $dz);
                }
                $weights = array_values($reach->weights(new Colours(new ColourBlock(OkLab::class, $l, $a, $b))));
                self::assertSame([], array_filter($weights, static fn (float $w): bool => $w < 0.0 || $w > 1.0));
                $steepest = 0.0;
                for ($i = 0; $i < 12000; $i += 2) {
                    $steepest = max($steepest, abs($weights[$i + 1] - $weights[$i]) / 0.004);
                }
                // At full softness no more than 1 over 0.04; else over two thirds of what the photo's grain asks for.
                self::assertLessThanOrEqual(1.5 / $over, $steepest);
            }
        }
        $corners = (new ColourBlock(Srgb::class, [1.0, 0.0, 1.0, 0.0], [0.0, 1.0, 0.0, 0.0], [1.0, 0.0, 0.0, 1.0]));
        $bowl = $learner->learn([new Stroke(true, StrokeShape::Path, [[0.22, 0.58], [0.30, 0.60]], '#808080')])?->learned;
        self::assertSame([0.0, 0.0, 0.0, 0.0], $bowl?->weights(new Colours($corners)), 'unlike everything in the photo');
        $weights = $bowl->weights($photo->study->colours());
        self::assertContains(1.0, $weights);
        self::assertGreaterThan(0.4 * \count($weights), \count(array_keys($weights, 0.0, true)));
    }

    public function testItIsTheSameInAFileWithNoPhotoAtHand(): void
    {
        $json = json_encode(LookWriter::reach(new Reach([self::$bowl])), \JSON_THROW_ON_ERROR);
        self::assertLessThan(20_000, \strlen($json));
        $data = json_decode($json, false, 32, \JSON_THROW_ON_ERROR);
        self::assertInstanceOf(\stdClass::class, $data);
        self::assertSame(self::$bowl->weights(self::$photo->colours), LookJson::readReach($data)->weights(self::$photo->colours));
    }

    public function testTighterAndBroaderNestAndSofterKeepsTheMiddle(): void
    {
        $count = static fn (float $broader): int => \count(array_filter(self::$bowl->tuned($broader, Learned::SOFT)->weights(self::$photo->colours), static fn (float $w): bool => $w >= 0.5));
        $counts = array_map($count, [-1.0, -0.3, 0.0, 0.3, 1.0]);
        $sorted = $counts;
        sort($sorted);
        self::assertSame($sorted, $counts);
        self::assertGreaterThan(1.1 * $counts[0], $counts[4]);
        $ramp = static fn (float $soft): int => \count(array_filter(self::$bowl->tuned(0.0, $soft)->weights(self::$photo->colours), static fn (float $w): bool => $w > 0.02 && $w < 0.98));
        self::assertGreaterThan($ramp(0.0), $ramp(1.0));
    }

    public function testWindowsLimitItAndInvertedItLeavesWhatWasLearned(): void
    {
        $colours = self::$photo->colours;
        $plain = self::$bowl->weights($colours);
        $window = new Windows(new HueWindow(60.0, 90.0, 5.0, 5.0));
        $limited = (new Reach([$window, self::$bowl]))->weights($colours);
        $inverted = (new Reach([self::$bowl], true))->weights($colours);
        foreach ($window->weights($colours) as $i => $let) {
            self::assertEqualsWithDelta($plain[$i] * $let, $limited[$i], 1e-12);
            self::assertEqualsWithDelta(1.0 - $plain[$i], $inverted[$i], 1e-12);
        }
    }

    public function testItFindsTheSameThingOnTheNextFrame(): void
    {
        $frame = MaskedPhoto::named('bowl-and-vase-2');
        $truth = $frame->truth(2);
        $vase = self::learned([new Stroke(true, StrokeShape::Path, [[0.60, 0.62], [0.74, 0.62]], '#808080'), new Stroke(true, StrokeShape::Path, [[0.68, 0.28], [0.68, 0.44]], '#808080')]);
        $adapted = $vase->adapted($frame->study->points(...), 'there');
        self::assertGreaterThan(0.85, SimulatedUser::overlap(array_map(static fn (float $w): bool => $w >= 0.5, array_values($adapted->weights($frame->colours))), $truth));
        self::assertSame([], $adapted->strokes);
        // A stroke there goes on from what was known.
        $more = (new ReachLearner($frame->preview, $frame->study, 'there'))->learn([new Stroke(false, StrokeShape::Point, [[0.5, 0.06]], '#808080')], $vase);
        self::assertNotNull($more);
        self::assertGreaterThan(0.8, SimulatedUser::overlap(array_map(static fn (float $w): bool => $w >= 0.5, array_values($more->learned->weights($frame->colours))), $truth));
    }

    public function testItAsksAboutWhatIsCaughtWithoutHavingBeenMarked(): void
    {
        // Two glazes of nearly one colour: the other jar comes along.
        $photo = MaskedPhoto::named('close-glazes');
        $learner = new ReachLearner($photo->preview, $photo->study, 'jars');
        $stroke = new Stroke(true, StrokeShape::Path, [[0.24, 0.42], [0.28, 0.48]], '#808080');
        $taught = $learner->learn([$stroke]);
        self::assertNotNull($taught);
        $pots = Pots::of($photo->study);
        $ask = Unmarked::largest($taught, $photo->study, $pots);
        self::assertNotNull($ask);
        $other = $photo->truth(2);
        $on = array_filter($ask->points, static fn (array $p): bool => $other[(int) ($p[1] * $photo->height) * $photo->width + (int) ($p[0] * $photo->width)]);
        self::assertGreaterThan(0.5 * \count($ask->points), \count($on));
        self::assertSame(intdiv($photo->study->count() + 7, 8), \strlen((string) base64_decode($ask->mask, true)));
        $answered = $learner->learn([$stroke, new Stroke(false, StrokeShape::Spots, $ask->points, '#808080')]);
        self::assertNotNull($answered);
        self::assertLessThan($ask->share, Unmarked::largest($answered, $photo->study, $pots)->share ?? 0.0);
    }

    /** @return iterable<string, array{Raster}> */
    public static function oddPictures(): iterable
    {
        yield 'one pixel' => [new Raster("\x60\x40\x20", 1, 1)];
        yield 'one colour' => [new Raster(str_repeat("\x60\x40\x20", 900), 30, 30)];
        yield 'greys' => [new Raster(implode('', array_map(static fn (int $i): string => str_repeat(\chr($i % 256), 3), range(0, 1599))), 40, 40)];
    }

    #[DataProvider('oddPictures')]
    public function testOddPicturesCanBeChosenFrom(Raster $picture): void
    {
        $study = Study::fromBytes(StudyMaker::study($picture)->toBytes());
        self::assertNotNull($study);
        $learner = new ReachLearner($picture, $study, 'odd');
        $taught = $learner->learn([new Stroke(true, StrokeShape::Point, [[0.5, 0.5]], '#808080')]);
        self::assertNotNull($taught);
        self::assertGreaterThan(0.5, $taught->learned->weights(new Colours($taught->marks[0]->colours))[0]);
        self::assertNull($learner->learn([new Stroke(true, StrokeShape::Point, [[1.5, 0.5]], '#808080')]), 'beside the picture');
        $same = $learner->learn([new Stroke(true, StrokeShape::Point, [[0.5, 0.5]], '#808080'), new Stroke(false, StrokeShape::Point, [[0.5, 0.5]], '#808080')]);
        self::assertNotNull($same);
    }

    public function testAHundredStrokesAreLearnedFrom(): void
    {
        $strokes = [];
        for ($i = 0; $i < 100; ++$i) {
            $strokes[] = new Stroke(0 === $i % 3, StrokeShape::Point, [[fmod($i * 0.137, 1.0), fmod($i * 0.311, 1.0)]], '#808080');
        }
        self::assertCount(100, self::learned($strokes)->strokes);
    }

    /** @return iterable<string, array{list<int|string>, mixed, string}> where in what was learned, what to put there (null cuts the last one off), and the path that is named */
    public static function damages(): iterable
    {
        yield 'a covariance that is none' => [['scales', 0, 0, 4], -1, 'reach.learned.scales[0][0]'];
        yield 'a component cut short' => [['scales', 1, 2], null, 'reach.learned.scales[1][2]'];
        yield 'a number that is a word' => [['scales', 2, 1, 3], 'much', 'reach.learned.scales[2][1][3]'];
        yield 'a weight too few' => [['weights'], null, 'reach.learned.weights'];
        yield 'a level out of range' => [['level'], 99, 'reach.learned.level'];
        yield 'a stroke without a place' => [['strokes', 0, 'points'], [], 'reach.learned.strokes[0].points'];
    }

    /** @param list<int|string> $where */
    #[DataProvider('damages')]
    public function testDamagedNumbersAreRefusedWithTheirPath(array $where, mixed $put, string $path): void
    {
        $reach = json_decode(json_encode(LookWriter::reach(new Reach([self::$bowl])), \JSON_THROW_ON_ERROR), true, 32, \JSON_THROW_ON_ERROR);
        self::assertIsArray($reach);
        $at = &$reach['learned'];
        foreach ($where as $step) {
            self::assertIsArray($at);
            $at = &$at[$step];
        }
        if (null === $put) {
            self::assertIsArray($at);
            array_pop($at);
        } else {
            $at = $put;
        }
        unset($at);
        $data = json_decode(json_encode($reach, \JSON_THROW_ON_ERROR));
        self::assertInstanceOf(\stdClass::class, $data);
        $this->expectException(FormatError::class);
        $this->expectExceptionMessageMatches('/^'.preg_quote($path, '/').'/');
        LookJson::readReach($data);
    }

    /** @param non-empty-list<Stroke> $strokes */
    private static function learned(array $strokes): Learned
    {
        $taught = self::$learner->learn($strokes);
        self::assertNotNull($taught);

        return $taught->learned;
    }
}
