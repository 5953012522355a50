<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Imaging\Apply\Edges\EdgeFinder;
use Tovrin\App\Imaging\Apply\Edges\EdgeLines;
use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Apply\Edges\KeptLines;
use Tovrin\App\Imaging\Apply\Edges\SoughtLine;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Move\ActsByHue;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Raster;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Pixels that are two colours at once: both are graded, and mixed again as they were. */
final class EdgesTest extends TestCase
{
    private const WIDTH = 240;
    private const HEIGHT = 160;
    private const BODY = '#a03428';
    private const BEHIND = '#8c9498';
    private const PAINT = '#2a5c96';
    private const LEVEL = '#4f6260';
    private const LEAF = '#3c7a46';
    /** The warm colours. */
    private const REACH = ['hue' => ['from' => 350, 'to' => 70, 'softFrom' => 10, 'softTo' => 10], 'chroma' => ['from' => 0.08, 'to' => 0.5, 'softFrom' => 0.03, 'softTo' => 0]];

    /** @param float $soft pixels over which the edge goes from one colour to the other */
    #[DataProvider('edges')]
    public function testAnEdgeHasTheNewColourWhereItHadTheOldOneHoweverSoftItIs(float $soft, int $bits): void
    {
        $cover = self::disc($soft);
        $source = self::mixed([self::BODY => $cover, self::BEHIND => self::rest($cover)], $bits);
        $wanted = self::values(self::mixed([self::PAINT => $cover, self::BEHIND => self::rest($cover)], $bits));
        $worst = fn (Edges $edges): float => self::percentile($wanted, self::values($this->rendered($source, self::recolour($edges))), array_keys(array_filter($cover, static fn (float $a): bool => $a > 0.02 && $a < 0.98)));
        self::assertLessThanOrEqual(6.0, $worst(Edges::Unmixed), 'within a few levels of the truth');
        self::assertGreaterThan(40.0, $worst(Edges::Mixed), 'which a rim of the old colour is not');
    }

    /** @return iterable<string, array{float, int}> */
    public static function edges(): iterable
    {
        yield 'as sharp as pixels are' => [1.5, 8];
        yield 'in focus' => [3.0, 8];
        yield 'in focus, 16 bits' => [3.0, 16];
        yield 'out of focus' => [16.0, 8];
    }

    public function testAReflectionOfWhatLiesBehindIsNotTakenForAMixtureBesideASharpEdge(): void
    {
        $cover = self::disc(2.0);
        // The nearer to its edge, the more the thing reflects of what is around it.
        $body = self::each(static fn (int $x, int $y): float => 1.0 - 0.5 * max(0.0, min(1.0, (self::radius($x, $y) - 24.0) / 26.0)));
        $share = array_map(static fn (float $a, float $b): float => $a * $b, $cover, $body);
        $source = self::mixed([self::BODY => $share, self::BEHIND => self::rest($share)], 8);
        $within = array_values(array_filter(array_keys($cover), static fn (int $i): bool => abs(self::radius($i % self::WIDTH, intdiv($i, self::WIDTH)) - 37.0) < 7.0));
        $changed = self::percentile(self::values($this->rendered($source, self::recolour(Edges::Mixed))), self::values($this->rendered($source, self::recolour(Edges::Unmixed))), $within);
        self::assertLessThanOrEqual(8.0, $changed);
    }

    public function testWhatIsNotAtAnEdgeIsAsItWouldBeOtherwise(): void
    {
        $cover = self::disc(2.0);
        $source = self::mixed([self::BODY => $cover, self::BEHIND => self::rest($cover)], 8);
        [$mixed, $unmixed] = [self::values($this->rendered($source, self::recolour(Edges::Mixed))), self::values($this->rendered($source, self::recolour(Edges::Unmixed)))];
        foreach (self::awayFromEdge(12.0) as $i) {
            // Tables are as fine as colours need, those of edges too: that is a level at most.
            self::assertEqualsWithDelta(\array_slice($mixed, 3 * $i, 3), \array_slice($unmixed, 3 * $i, 3), 1.0, "pixel $i");
        }
    }

    public function testARimLitOtherwiseThanTheThingKeepsNoneOfTheOldColour(): void
    {
        $cover = self::disc(3.0);
        // The outermost pixels are a lighter, redder red than what lies two pixels within.
        $rim = self::each(static fn (int $x, int $y): float => self::radius($x, $y) > 48.5 ? 1.0 : 0.0);
        [$lit, $dark] = [array_map(static fn (float $a, float $b): float => $a * $b, $cover, $rim), array_map(static fn (float $a, float $b): float => $a * (1.0 - $b), $cover, $rim)];
        $source = self::mixed(['#571b0d' => $dark, '#a8402c' => $lit, '#c0b8b1' => self::rest($cover)], 8);
        // A reach that has learned the thing's colours takes in none that the photo has not.
        $reach = ['chroma' => ['from' => 0.05, 'to' => 0.15, 'softFrom' => 0.02, 'softTo' => 0.01]] + self::REACH;
        $after = self::values($this->rendered($source, new Grade(Looks::of(['kind' => 'shift', 'reach' => $reach, 'params' => ['hue' => 150]])->moves, '', Edges::Unmixed)));
        $inBand = array_filter($cover, static fn (float $a): bool => $a > 0.3 && $a < 0.98);
        $red = array_filter(array_keys($inBand), static fn (int $i): bool => $after[3 * $i] > $after[3 * $i + 1] + 12.0);
        self::assertLessThan(0.05 * \count($inBand), \count($red));
    }

    public function testTheNarrowEndOfAHoleIsNoGloss(): void
    {
        // A wedge that goes into the disc, as wide as a handle's hole at the one end, and behind it a colour between the thing's and white.
        $inside = self::disc(3.0);
        $wedge = self::each(static fn (int $x, int $y): float => max(0.0, min(1.0, 0.5 + (($x - 90) * 0.4 - abs($y - self::HEIGHT / 2)) / 3.0)));
        $cover = array_map(static fn (float $a, float $b): float => $a * (1.0 - $b), $inside, $wedge);
        $source = self::mixed(['#8a3a2c' => $cover, '#ded6d2' => self::rest($cover)], 8);
        $grade = new Grade(Looks::of(['reach' => ['chroma' => ['from' => 0.06, 'to' => 0.5, 'softFrom' => 0.02, 'softTo' => 0]] + self::REACH] + self::move())->moves, '', Edges::Unmixed);
        [$before, $after] = [self::values($source), self::values($this->rendered($source, $grade))];
        $hole = array_keys(array_filter(self::each(static fn (int $x, int $y): float => ($x - 90) * 0.4 - abs($y - self::HEIGHT / 2) > 6.0 ? 1.0 : 0.0)));
        self::assertLessThanOrEqual(2.0, self::percentile($before, $after, $hole));
    }

    public function testASoftenedMatteGoesOverNoEdge(): void
    {
        $cover = self::disc(3.0);
        // Of one lightness, which is what a softened matte goes by.
        $source = self::mixed([self::BODY => $cover, self::LEVEL => self::rest($cover)], 8);
        $wanted = self::values(self::mixed([self::PAINT => $cover, self::LEVEL => self::rest($cover)], 8));
        $band = array_keys(array_filter($cover, static fn (float $a): bool => $a > 0.02 && $a < 0.98));
        $worst = fn (float $soften, Edges $edges): float => self::percentile($wanted, self::values($this->rendered($source, new Grade(Looks::of(['soften' => $soften] + self::move())->moves, '', $edges))), $band);
        self::assertLessThanOrEqual(6.0, $worst(8.0, Edges::Unmixed));
        self::assertGreaterThan(40.0, $worst(8.0, Edges::Mixed));
    }

    public function testAThinLineIsRecolouredThroughAndThrough(): void
    {
        // Stems of three pixels and a hair's breadth of softness.
        $cover = self::each(static fn (int $x, int $y): float => max(0.0, min(1.0, 2.0 - abs(fmod($x + 0.1 * $y, 40.0) - 20.0))));
        $source = self::mixed([self::BODY => $cover, self::BEHIND => self::rest($cover)], 8);
        $wanted = self::values(self::mixed([self::PAINT => $cover, self::BEHIND => self::rest($cover)], 8));
        $after = self::values($this->rendered($source, self::recolour(Edges::Unmixed)));
        self::assertLessThan(0.5 * self::mean($wanted, self::values($this->rendered($source, self::recolour(Edges::Mixed)))), self::mean($wanted, $after));
    }

    public function testTwoReachesMeetAtOneEdge(): void
    {
        $left = self::each(static fn (int $x): float => max(0.0, min(1.0, (self::WIDTH / 2 - $x + 1.5) / 3)));
        $source = self::mixed([self::BODY => $left, self::LEAF => self::rest($left)], 8);
        $wanted = self::values(self::mixed([self::PAINT => $left, '#b08a3c' => self::rest($left)], 8));
        $grade = Looks::of(self::move(), ['kind' => 'recolour', 'reach' => ['hue' => ['from' => 120, 'to' => 170, 'softFrom' => 15, 'softTo' => 15], 'chroma' => ['from' => 0.06, 'to' => 0.5, 'softFrom' => 0.02, 'softTo' => 0]], 'params' => ['method' => 'paint', 'anchor' => self::LEAF, 'target' => '#b08a3c']]);
        $band = array_keys(array_filter($left, static fn (float $a): bool => $a > 0.02 && $a < 0.98));
        self::assertLessThan(6.0, self::percentile($wanted, self::values($this->rendered($source, new Grade($grade->moves, '', Edges::Unmixed))), $band));
    }

    public function testAnEmptyGradeGivesThePhotoBackAndSoDoesOneThatReachesNothing(): void
    {
        $cover = self::disc(3.0);
        $source = self::mixed([self::BODY => $cover, self::BEHIND => self::rest($cover)], 8);
        foreach ([new Grade([], '', Edges::Unmixed), new Grade(Looks::of(['kind' => 'shift', 'reach' => ['hue' => ['from' => 180, 'to' => 200, 'softFrom' => 1, 'softTo' => 1], 'chroma' => ['from' => 0.2, 'to' => 0.5, 'softFrom' => 0, 'softTo' => 0]], 'params' => ['hue' => 90]])->moves, '', Edges::Unmixed)] as $grade) {
            self::assertSame(PictureFile::read($source, 'source')->bytes(), PictureFile::read($this->rendered($source, $grade), 'after')->bytes());
        }
    }

    public function testTransparencyAndAreasStay(): void
    {
        $cover = self::disc(3.0);
        $colours = PictureFile::read(self::mixed([self::BODY => $cover, self::BEHIND => self::rest($cover)], 8), 'source')->bytes();
        $bytes = '';
        for ($i = 0; $i < self::WIDTH * self::HEIGHT; ++$i) {
            $bytes .= substr($colours, 3 * $i, 3).\chr($i % 256);
        }
        $source = Outside::scratch().'/source.png';
        file_put_contents($source, PictureWriter::bytes(new Pixels(self::WIDTH, self::HEIGHT, 8, true, $bytes), new Writing('png')));
        // Only the left half of the disc is painted.
        $grade = Looks::of(self::move() + ['area' => ['shapes' => [['shape' => 'gradient', 'from' => [0.52, 0.5], 'to' => [0.48, 0.5]]]]]);
        $after = PictureFile::read($this->rendered($source, new Grade($grade->moves, '', Edges::Unmixed)), 'after');
        self::assertTrue($after->alpha);
        [$before, $now] = [$bytes, $after->bytes()];
        $turned = 0;
        for ($i = 0; $i < self::WIDTH * self::HEIGHT; ++$i) {
            self::assertSame($before[4 * $i + 3], $now[4 * $i + 3]);
            if ($i % self::WIDTH > 0.6 * self::WIDTH) {
                self::assertEqualsWithDelta(\ord($before[4 * $i]), \ord($now[4 * $i]), 1, "pixel $i");
            } elseif ($cover[$i] > 0.4 && $cover[$i] < 0.6) {
                $turned += \ord($now[4 * $i]) < \ord($before[4 * $i]) - 5 ? 1 : 0;
            }
        }
        self::assertGreaterThan(20, $turned, 'the edge to the left has the new colour');
    }

    public function testTheTilesForTheScreenAreThoseOfThePictures(): void
    {
        $cover = self::disc(3.0);
        $edges = EdgeFinder::of(self::lines(self::recolour(Edges::Unmixed)), PictureFile::read(self::mixed([self::BODY => $cover, self::BEHIND => self::rest($cover)], 8), 'source'));
        self::assertSame([120, 80], [$edges->width, $edges->height]);
        $bytes = $edges->tileBytes();
        /** @var array{1: int, 2: int, 3: int} $head */
        $head = unpack('V3', $bytes);
        self::assertSame([120, 80, \count($edges->mixed())], array_values($head));
        self::assertSame(12 + $head[3] * (4 + 8 * EdgePictures::TILE ** 2), \strlen($bytes));
        foreach ($edges->mixed() as $number => [$column, $row]) {
            $at = 12 + 4 * $head[3] + $number * 8 * EdgePictures::TILE ** 2;
            self::assertSame(substr($edges->inside, 4 * ($row * EdgePictures::TILE * 120 + $column * EdgePictures::TILE), 4 * EdgePictures::TILE), substr($bytes, $at, 4 * EdgePictures::TILE));
        }
        self::assertSame(12, \strlen(EdgePictures::none()->tileBytes()));
        $again = EdgePictures::ofTileBytes($bytes);
        self::assertTrue($bytes === $again->tileBytes() && $edges->tiles === $again->tiles, 'and the pictures come back from them');
        self::assertSame([\strlen($edges->inside), \strlen($edges->outside)], [\strlen($again->inside), \strlen($again->outside)]);
        self::assertEquals(EdgePictures::none(), EdgePictures::ofTileBytes(EdgePictures::none()->tileBytes()));
    }

    /** It is limited to no reach; what it changes are colour families of the photo. */
    public function testWhatAPaletteChangesHasNoRimEither(): void
    {
        $cover = self::disc(3.0);
        $source = self::mixed([self::BODY => $cover, self::BEHIND => self::rest($cover)], 8);
        $study = StudyMaker::study(new Raster(PictureFile::read($source, 'source')->bytes(), self::WIDTH, self::HEIGHT));
        $pots = Pots::of($study);
        $palette = Palette::for($pots->families($study), $pots->names);
        // The body is what has a colour.
        $chroma = array_map(static fn (array $middle): float => hypot($middle[1], $middle[2]), $palette->photo->middles);
        arsort($chroma);
        $paint = ColourBlock::of(Srgb::class, [Hex::parse(self::PAINT)])->in(OkLab::class)->at(0);
        $moved = new Palette($palette->photo, array_map(static fn (int $pot): ?array => $pot === array_key_first($chroma) ? $paint : null, array_keys($palette->targets)));
        $band = array_keys(array_filter($cover, static fn (float $a): bool => $a > 0.02 && $a < 0.98));
        $wanted = self::values(self::mixed([self::PAINT => $cover, self::BEHIND => self::rest($cover)], 8));
        $worst = fn (Edges $edges): float => self::percentile($wanted, self::values($this->rendered($source, new Grade([new Move($moved)], '', $edges))), $band);
        self::assertLessThanOrEqual(6.0, $worst(Edges::Unmixed));
        self::assertGreaterThan(20.0, $worst(Edges::Mixed));
    }

    /**
     * It is limited to no reach, and changes nothing by itself; but what it does to one of the photo's colours is not what it does to another.
     *
     * @param array<string, mixed> $move
     */
    #[DataProvider('movesByHue')]
    public function testAMoveByHueLeavesNoThirdColourWhereTwoOfThePhotosColoursMeet(array $move): void
    {
        $cover = self::disc(3.0);
        $source = self::mixed([self::BODY => $cover, self::LEAF => self::rest($cover)], 8);
        $grade = Looks::of($move);
        $graded = static fn (string $hex): string => Hex::format(...Evaluator::evaluate($grade, new Colours(ColourBlock::of(Srgb::class, [Hex::parse($hex)])))->colours->at(0));
        $wanted = self::values(self::mixed([$graded(self::BODY) => $cover, $graded(self::LEAF) => self::rest($cover)], 8));
        $band = array_keys(array_filter($cover, static fn (float $a): bool => $a > 0.02 && $a < 0.98));
        $worst = fn (Edges $edges): float => self::percentile($wanted, self::values($this->rendered($source, new Grade($grade->moves, '', $edges))), $band);
        self::assertLessThanOrEqual(6.0, $worst(Edges::Unmixed));
        self::assertGreaterThan(20.0, $worst(Edges::Mixed));
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function movesByHue(): iterable
    {
        yield 'band mix' => [['kind' => 'band-mix', 'params' => array_fill_keys(['lime', 'green', 'jade'], ['saturation' => -100, 'luminance' => -40])]];
        yield 'selective colour' => [['kind' => 'selective-colour', 'params' => ['method' => 'absolute', 'greens' => ['cyan' => 100, 'magenta' => -100, 'yellow' => 100, 'black' => 30]]]];
        yield 'hue curves' => [['kind' => 'hue-curves', 'params' => ['hue' => [[20, 0], [80, 0], [145, 60], [210, 0]]]]];
    }

    public function testAMoveByHueThatIsLimitedEndsWhereItsReachDoes(): void
    {
        $mix = ['kind' => 'band-mix', 'params' => ['green' => ['hue' => 20]]];
        self::assertNotNull(self::reached($mix));
        self::assertSame(self::reached($mix), self::reached(['params' => ['red' => ['hue' => 50]]] + $mix));
        self::assertSame(self::reached(self::move()), self::reached(['reach' => self::REACH] + $mix));
        self::assertNull(self::reached(['on' => false] + $mix));
    }

    public function testTheStudioKnowsTheKindsThatActByHue(): void
    {
        $kinds = array_map(static fn (string $class): string => $class::id(), array_values(array_filter(MoveKinds::ALL, static fn (string $class): bool => is_subclass_of($class, ActsByHue::class))));
        preg_match('/BY_HUE[^=]*= \[([^\]]*)\]/', (string) file_get_contents(Outside::root().'/studio/src/gl/edges.ts'), $found);
        self::assertEqualsCanonicalizing($kinds, array_map(static fn (string $kind): string => trim($kind, " '"), explode(',', $found[1] ?? '')));
    }

    public function testWhatWasFoundAlongALineIsTakenAgainAndOnlyWhatChangedIsLookedFor(): void
    {
        $cover = self::disc(3.0);
        $picture = PictureFile::read(self::mixed([self::BODY => $cover, self::LEAF => self::rest($cover)], 8), 'source');
        $kept = new class(Outside::scratch()) implements KeptLines {
            /** @var list<string> */
            public array $asked = [];

            public function __construct(private readonly string $folder)
            {
            }

            public function line(string $key): ?string
            {
                $this->asked[] = $key;

                return ($bytes = @file_get_contents($this->path($key))) === false ? null : $bytes;
            }

            public function keep(string $key, string $bytes): void
            {
                file_put_contents($this->path($key), $bytes);
            }

            public function path(string $key): string
            {
                return $this->folder.'/line-'.hash('xxh128', $key);
            }
        };
        $green = ['reach' => ['hue' => ['from' => 120, 'to' => 170, 'softFrom' => 15, 'softTo' => 15]]] + self::move();
        $lines = self::lines(new Grade(Looks::of(self::move(), $green)->moves, '', Edges::Unmixed));
        $first = EdgeFinder::of($lines, $picture, $kept);
        self::assertCount(2, $kept->asked);
        self::assertFalse($first->isEmpty());
        self::assertEquals($first, EdgeFinder::of($lines, $picture, $kept), 'as they were found');
        [$one, $other] = array_map($kept->path(...), array_keys($lines));
        file_put_contents($one, 'damaged');
        self::assertEquals($first, EdgeFinder::of($lines, $picture, $kept), 'what is damaged is found anew');
        // That they are taken, and not found again.
        copy($other, $one);
        self::assertNotSame($first->inside, EdgeFinder::of($lines, $picture, $kept)->inside);
    }

    public function testWhereTheyLieIsAMatterOfWhatIsReachedNotOfWhatIsDone(): void
    {
        $shift = ['kind' => 'shift', 'params' => ['hue' => 20]];
        $reading = static fn (string $reads): array => ['reads' => $reads] + self::move();
        $same = self::reached($shift, self::move());
        self::assertNotNull($same);
        self::assertSame($same, self::reached(['params' => ['hue' => 50]] + $shift, ['strength' => 40, 'label' => 'Bowl', 'params' => ['method' => 'tint']] + self::move()));
        self::assertNotSame($same, self::reached($shift, ['reach' => ['invert' => true] + self::REACH] + self::move()));
        self::assertNotSame($same, self::reached($shift, self::move(), ['reach' => ['light' => ['from' => 0.2, 'to' => 0.6]]] + $shift));
        self::assertNotSame(self::reached($shift, $reading('running')), self::reached(['params' => ['hue' => 50]] + $shift, $reading('running')), 'what is above changes what is read');
        self::assertNull(self::reached($shift, ['on' => false] + self::move()));
        self::assertNull(EdgeLines::decidedBy(self::recolour(Edges::Mixed)));
    }

    public function testALookSaysItAndOneWithoutAWordHasThemMixed(): void
    {
        self::assertSame(Edges::Mixed, LookJson::read('{"tovrinLook":1,"moves":[]}')->edges);
        self::assertSame(Edges::Unmixed, LookJson::read('{"tovrinLook":1,"edges":"unmixed","moves":[]}')->edges);
    }

    /** @param array<string, mixed> ...$moves */
    private static function reached(array ...$moves): ?string
    {
        return EdgeLines::decidedBy(new Grade(Looks::of(...$moves)->moves, '', Edges::Unmixed));
    }

    /** @return array<string, SoughtLine> */
    private static function lines(Grade $grade): array
    {
        return EdgeLines::of($grade, static fn (): Families => throw new \LogicException('These lines have nothing to do with the photo\'s own colours.'));
    }

    private function rendered(string $source, Grade $grade): string
    {
        $target = Outside::scratch().'/after.png';
        Rendering::file($source, 'source', $grade, new ExportSpec(ExportFormat::Png), $target, static function (): void {});

        return $target;
    }

    /** @return array<string, mixed> */
    private static function move(): array
    {
        return ['kind' => 'recolour', 'reach' => self::REACH, 'params' => ['method' => 'paint', 'anchor' => self::BODY, 'target' => self::PAINT]];
    }

    private static function recolour(Edges $edges): Grade
    {
        return new Grade(Looks::of(self::move())->moves, '', $edges);
    }

    /**
     * @param callable(int, int): float $cover
     *
     * @return list<float>
     */
    private static function each(callable $cover): array
    {
        return array_map(static fn (int $i): float => $cover($i % self::WIDTH, intdiv($i, self::WIDTH)), range(0, self::WIDTH * self::HEIGHT - 1));
    }

    /** @return list<float> how much of each pixel a disc in the middle covers */
    private static function disc(float $soft): array
    {
        return self::each(static fn (int $x, int $y): float => max(0.0, min(1.0, 0.5 + (50.0 - self::radius($x, $y)) / $soft)));
    }

    private static function radius(int $x, int $y): float
    {
        return hypot($x - self::WIDTH / 2, $y - self::HEIGHT / 2);
    }

    /** @return list<int> */
    private static function awayFromEdge(float $by): array
    {
        return array_values(array_filter(range(0, self::WIDTH * self::HEIGHT - 1), static fn (int $i): bool => abs(self::radius($i % self::WIDTH, intdiv($i, self::WIDTH)) - 50.0) > $by));
    }

    /**
     * @param list<float> $cover
     *
     * @return list<float>
     */
    private static function rest(array $cover): array
    {
        return array_map(static fn (float $a): float => 1.0 - $a, $cover);
    }

    /**
     * A picture of colours mixed in linear light.
     *
     * @param array<string, list<float>> $shares by colour
     */
    private static function mixed(array $shares, int $bits): string
    {
        $sum = array_fill(0, self::WIDTH * self::HEIGHT, [0.0, 0.0, 0.0]);
        foreach ($shares as $hex => $cover) {
            [$r, $g, $b] = ColourBlock::of(Srgb::class, [Hex::parse($hex)])->in(LinearSrgb::class)->at(0);
            foreach ($cover as $i => $a) {
                $sum[$i] = [$sum[$i][0] + $a * $r, $sum[$i][1] + $a * $g, $sum[$i][2] + $a * $b];
            }
        }
        $block = ColourBlock::of(LinearSrgb::class, $sum)->in(Srgb::class);
        $most = 8 === $bits ? 255 : 65535;
        $values = [];
        foreach ($block->a as $i => $red) {
            array_push($values, (int) round($most * $red), (int) round($most * $block->b[$i]), (int) round($most * $block->c[$i]));
        }
        $path = Outside::scratch().'/mixed.png';
        file_put_contents($path, PictureWriter::bytes(new Pixels(self::WIDTH, self::HEIGHT, $bits, false, pack(8 === $bits ? 'C*' : 'S*', ...$values)), new Writing('png')));

        return $path;
    }

    /** @return list<float> */
    private static function values(string $path): array
    {
        return Pictures::values(PictureFile::read($path, basename($path)));
    }

    /**
     * The difference of the 95th percentile in levels of 8 bits, of the channel that is off most.
     *
     * @param list<float> $one
     * @param list<float> $other
     * @param list<int>   $pixels
     */
    private static function percentile(array $one, array $other, array $pixels): float
    {
        $off = array_map(static fn (int $i): float => max(abs($one[3 * $i] - $other[3 * $i]), abs($one[3 * $i + 1] - $other[3 * $i + 1]), abs($one[3 * $i + 2] - $other[3 * $i + 2])), $pixels);
        sort($off);

        return $off[(int) (0.95 * \count($off))];
    }

    /**
     * Mean distance in OKLab.
     *
     * @param list<float> $one
     * @param list<float> $other
     */
    private static function mean(array $one, array $other): float
    {
        $lab = static fn (array $values): ColourBlock => (new ColourBlock(Srgb::class, ...array_map(static fn (int $channel): array => array_map(static fn (int $i): float => (\is_float($values[3 * $i + $channel]) ? $values[3 * $i + $channel] : 0.0) / 255.0, range(0, self::WIDTH * self::HEIGHT - 1)), [0, 1, 2])))->in(OkLab::class);
        [$a, $b] = [$lab($one), $lab($other)];
        $sum = 0.0;
        foreach ($a->a as $i => $l) {
            $sum += sqrt(($l - $b->a[$i]) ** 2 + ($a->b[$i] - $b->b[$i]) ** 2 + ($a->c[$i] - $b->c[$i]) ** 2);
        }

        return $sum / $a->count();
    }
}
