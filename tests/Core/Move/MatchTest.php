<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Strain;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Model\Moments;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Move\ByProperty;
use Tovrin\Core\Move\Kind\Matching;
use Tovrin\Core\Move\Kind\Shift;
use Tovrin\Core\Move\LinearTransport;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Move\Reference;
use Tovrin\Core\Move\ReferencePot;
use Tovrin\Core\Reading\Beginning;
use Tovrin\Core\Reading\Checks;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Finding;
use Tovrin\Tests\Core\DemoPhoto;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Taking on another photo's colours. */
final class MatchTest extends TestCase
{
    private const MEAN = [0.55, 0.02, 0.03];
    private const COVARIANCE = [0.025, 0.001, 0.003, 0.0015, 0.0008, 0.0025];

    public function testAsAWholeItIsTheClosedFormInNumPy(): void
    {
        $colours = self::colours();
        [$ll, $la, $lb, $aa, $ab, $bb] = self::COVARIANCE;
        $triples = array_map($colours->at(...), array_keys($colours->a));
        $asked = json_encode(['colours' => $triples, 'mean' => self::MEAN, 'covariance' => [[$ll, $la, $lb], [$la, $aa, $ab], [$lb, $ab, $bb]]], \JSON_THROW_ON_ERROR);
        /** @var list<array{float, float, float}> $outside */
        $outside = json_decode(Outside::run(['/usr/bin/python3', 'tests/outside/transport.py'], $asked), true, 8, \JSON_THROW_ON_ERROR);
        $own = self::matched($colours);
        foreach ($outside as $i => $colour) {
            self::assertEqualsWithDelta($colour, $own->at($i), 1e-9);
        }
    }

    public function testMeanAndCovarianceBecomeThoseOfTheReferenceExactly(): void
    {
        $got = Moments::of(self::matched(self::colours()));
        self::assertEqualsWithDelta(self::MEAN, $got->mean, 1e-9);
        self::assertEqualsWithDelta(self::COVARIANCE, $got->covariance, 1e-9);
    }

    public function testItStartsFromWhereTheMovesAboveHaveBroughtTheColours(): void
    {
        $colours = self::colours();
        $grade = new Grade([new Move(new Shift(lightness: 10.0)), new Move(self::matching($colours))]);
        $got = Moments::of(Evaluator::running($grade, new Colours($colours))[0]->lab());
        self::assertEqualsWithDelta(self::MEAN, $got->mean, 0.01);
        self::assertEqualsWithDelta(self::COVARIANCE, $got->covariance, 0.004);
    }

    public function testItsStretchIsLimited(): void
    {
        $flat = new Moments([0.5, 0.0, 0.0], [0.0001, 0, 0, 0.0001, 0, 0.0001]);
        $wide = new Moments([0.5, 0.0, 0.0], [0.04, 0, 0, 0.0064, 0, 0.0001]);
        self::assertEqualsWithDelta([[3.0, 0, 0], [0, 3.0, 0], [0, 0, 1.0]], LinearTransport::between($flat, $wide, 3.0)->matrix, 1e-9);
        self::assertEqualsWithDelta([[0.5, 0, 0], [0, 0.5, 0], [0, 0, 1.0]], LinearTransport::between($wide, $flat, 2.0)->matrix, 1e-9);
        self::assertEqualsWithDelta([[20.0, 0, 0], [0, 8.0, 0], [0, 0, 1.0]], LinearTransport::between($flat, $wide)->matrix, 1e-9);
        // Colours that are all the same have no spread to stretch: they only go over.
        $one = LinearTransport::between(new Moments([0.4, 0.1, 0.1], [0, 0, 0, 0, 0, 0]), $wide, 3.0);
        self::assertLessThan(3.0 + 1e-9, max($one->matrix[0][0], $one->matrix[1][1], $one->matrix[2][2]));
    }

    public function testEachPropertyGoesByItsOwnAmount(): void
    {
        $from = ColourBlock::of(OkLab::class, [[0.5, 0.1, 0.0], [0.4, 0.0, 0.0], [0.6, -0.05, 0.05]]);
        $to = ColourBlock::of(OkLab::class, [[0.7, 0.0, 0.2], [0.5, 0.03, 0.04], [0.6, 0.1, -0.1]]);
        self::assertSame($to, ByProperty::go($from, $to, 1.0, 1.0, 1.0));
        self::assertEqualsWithDelta($from, ByProperty::go($from, $to, 0.0, 0.0, 0.0), 1e-12);
        [$light, $a, $b] = ByProperty::go($from, $to, 0.0, 0.0, 1.0)->at(0);
        self::assertEqualsWithDelta([0.7, 0.1, 0.0], [$light, $a, $b], 1e-12);
        // Hue alone: the target's direction at its own chroma; saturation alone the other way round. Some 2 % are given for continuity at grey.
        [, $a, $b] = ByProperty::go($from, $to, 1.0, 0.0, 0.0)->at(0);
        self::assertEqualsWithDelta([0.0, 0.1], [$a, $b], 0.003);
        [, $a, $b] = ByProperty::go($from, $to, 0.0, 1.0, 0.0)->at(0);
        self::assertEqualsWithDelta([0.2, 0.0], [$a, $b], 0.005);
        // Opposite hues by halves pass through grey, not through a third hue.
        [, $a, $b] = ByProperty::go($from, $to, 0.5, 0.5, 0.5)->at(2);
        self::assertEqualsWithDelta(-$a, $b, 1e-12);
    }

    public function testNearGreyItIsContinuousWhateverTheAmounts(): void
    {
        foreach ([[1.0, 0.0], [0.0, 1.0], [0.3, 0.9]] as [$hue, $saturation]) {
            $before = null;
            for ($i = -40; $i <= 40; ++$i) {
                $now = ByProperty::go(ColourBlock::of(OkLab::class, [[0.5, 0.001 * $i, 0.0003]]), ColourBlock::of(OkLab::class, [[0.5, 0.04, 0.02]]), $hue, $saturation, 1.0)->at(0);
                if (null !== $before) {
                    self::assertLessThan(0.006, hypot($now[1] - $before[1], $now[2] - $before[2]));
                }
                $before = $now;
            }
        }
    }

    public function testPotsArePairedByHueFirstGreysWithGreysAndOneToOneWhereSharesAllow(): void
    {
        $pot = static fn (string $name, float $share, float $l, float $a, float $b): ReferencePot => new ReferencePot($name, $share, new Moments([$l, $a, $b], [0.01, 0, 0, 0.001, 0, 0.001]));
        $reference = new Reference('Other', new Moments([0.5, 0, 0], [0.02, 0, 0, 0.003, 0, 0.003]), [$pot('plaster', 0.6, 0.8, 0.0, 0.02), $pot('ochre', 0.2, 0.6, 0.04, 0.11), $pot('ochre trim', 0.01, 0.6, 0.045, 0.115)]);
        self::assertSame([0, 1], $reference->paired([[0.75, 0.005, 0.01], [0.55, 0.042, 0.112]], [0.4, 0.15]));
        // The larger of two that are about as like; both plasters go with a plaster as large as they are together.
        self::assertSame([0, 0, 1], $reference->paired([[0.75, 0.005, 0.01], [0.7, 0.0, 0.0], [0.55, 0.042, 0.112]], [0.35, 0.2, 0.15]));
        // Too large together: the likest has it, and what is left takes the next, or none.
        self::assertSame([null, 1, 2], $reference->paired([[0.4, -0.12, -0.1], [0.6, 0.04, 0.11], [0.5, 0.04, 0.1]], [0.1, 0.3, 0.2]));
        // A white in shade is no brown, however near it lies; a teal has nothing to be like.
        self::assertSame([null, null], (new Reference('Wood', new Moments([0.4, 0.03, 0.06], [0.02, 0, 0, 0.001, 0, 0.001]), [$pot('brown', 1.0, 0.45, 0.04, 0.07)]))->paired([[0.5, 0.01, 0.012], [0.5, -0.08, -0.04]], [0.3, 0.3]));
    }

    public function testGreysAndBlackAreHeldAndNothingIsTornForIt(): void
    {
        $colours = self::colours();
        $made = new Matching(PhotoPots::read([], new Tables()), Moments::of($colours), [], new Reference('Evening', new Moments([0.5, 0.05, 0.08], self::COVARIANCE), []), limit: 2.0, hold: true);
        $greys = ColourBlock::of(OkLab::class, array_map(static fn (int $i): array => [$i / 20, 0.0, 0.0], range(0, 20)));
        $after = $made->apply($greys);
        self::assertEqualsWithDelta(array_fill(0, 21, 0.0), $after->b, 1e-9);
        self::assertEqualsWithDelta(array_fill(0, 21, 0.0), $after->c, 1e-9);
        self::assertSame(0.0, $after->a[0]);
        self::assertGreaterThan(0.03, abs($after->a[14] - $greys->a[14]), 'lighter greys go along in lightness');
        $near = ColourBlock::of(OkLab::class, array_map(static fn (int $i): array => [0.3 + 0.6 * ($i % 7) / 7, 0.004 * ($i % 31 - 15), 0.004 * ($i % 29 - 14)], range(0, 899)));
        self::assertLessThan(3.0, max([0.0, ...Strain::ofMap($made->apply(...), $near)->stretch()]));
    }

    public function testItBeginsSmallWherePhotosDoNotBelongTogetherAndInFullWhereTheyDo(): void
    {
        $known = [];
        $photo = static function (string $name) use (&$known): array {
            if (!isset($known[$name])) {
                $raster = DemoPhoto::named($name)->raster;
                $sample = ColourSample::of($raster->rgb, $raster->width, $raster->height)->colours();
                $known[$name] = [$sample, Grain::ofPlainParts($raster->rgb, $raster->width, $raster->height)];
            }

            return $known[$name];
        };
        $begun = static function (string $name, string $other) use ($photo): array {
            [$colours, $grain] = $photo($name);
            $match = Matching::between(PhotoPots::read([], new Tables()), Moments::of($colours), new Reference($other, Moments::of($photo($other)[0]), []));
            $some = $colours->thinned(1500);

            return [$match, Beginning::amount($match, $some, $grain), $some, $grain];
        };
        [, $amount] = $begun('bowl-and-vase', 'bowl-and-vase-2');
        self::assertSame(1.0, $amount);
        [$match, $amount, $colours, $grain] = $begun('bowl-and-vase', 'planters');
        self::assertLessThan(0.7, $amount);
        $clipped = static fn (float $strength): float => array_sum(array_map(static fn (Finding $finding): float => $finding->trouble->isClipping() ? $finding->share : 0.0, Checks::of(new Grade([new Move($match, strength: $strength)]), $colours, $grain)));
        self::assertGreaterThan(0.03, $clipped(1.0));
        self::assertLessThanOrEqual(0.01, $clipped($amount));
    }

    public function testAGreyReferenceGivesLightnessOnly(): void
    {
        $colours = self::colours();
        $made = Matching::between(PhotoPots::read([], new Tables()), Moments::of($colours), new Reference('Old print', new Moments([0.6, 0.001, 0.002], [0.03, 0, 0, 1e-6, 0, 1e-6]), []));
        self::assertSame([0.0, 0.0, 100.0], [$made->hue, $made->saturation, $made->lightness]);
        $after = $made->apply($colours);
        self::assertEqualsWithDelta($colours->b, $after->b, 1e-12);
        self::assertEqualsWithDelta(0.6, Moments::of($after)->mean[0], 1e-9);
    }

    public function testWhatMakesNoSenseIsRefusedByName(): void
    {
        /** @var array{match: array{pots: list<array<string, mixed>>}} $used */
        $used = json_decode((string) file_get_contents(Outside::root().'/tests/moves.json'), true, 16, \JSON_THROW_ON_ERROR);
        $wrong = $used['match'];
        $wrong['pots'][0]['like'] = 5;
        foreach ([[$wrong, 'moves[0].params: pots[0].like: 5 is no pot of the reference; it has 1'], [array_diff_key($used['match'], ['moments' => 0]), 'moves[0].params: moments: missing'], [array_replace($used['match'], ['components' => []]), 'components: must be a list of 1 to']] as [$params, $words]) {
            try {
                Looks::of(['kind' => 'match', 'params' => $params]);
                self::fail($words);
            } catch (FormatError $e) {
                self::assertStringContainsString($words, $e->getMessage());
            }
        }
    }

    public function testFittedToAnotherPhotoItSolvesAnewForThatPhotosColours(): void
    {
        $other = self::colours(0.7, 0.5);
        $fitted = self::matching(self::colours())->fitted($other);
        $got = Moments::of($fitted->apply($other));
        self::assertEqualsWithDelta(self::MEAN, $got->mean, 1e-9);
        self::assertEquals($fitted->params(), Matching::fromParams(new Params($fitted->params()))->params(), 'and is read as it is written');
    }

    private static function matched(ColourBlock $colours): ColourBlock
    {
        return self::matching($colours)->apply($colours);
    }

    private static function matching(ColourBlock $colours): Matching
    {
        return new Matching(PhotoPots::read([], new Tables()), Moments::of($colours), [], new Reference('Other', new Moments(self::MEAN, self::COVARIANCE), []), limit: 8.0);
    }

    /** Some 2,000 colours of a photo, OKLab, and as they are written into files exactly. */
    private static function colours(float $light = 0.6, float $spread = 1.0): ColourBlock
    {
        $random = new Randomizer(new Mt19937(5));
        $l = $a = $b = [];
        for ($i = 0; $i < 2000; ++$i) {
            [$p, $q, $r] = [$random->getInt(-1000, 1000) / 1000, $random->getInt(-1000, 1000) / 1000, $random->getInt(-1000, 1000) / 1000];
            $l[] = $light + 0.3 * $spread * $p;
            $a[] = 0.01 + $spread * (0.04 * $p + 0.03 * $q);
            $b[] = 0.02 + $spread * (0.05 * $q + 0.05 * $r);
        }

        return new ColourBlock(OkLab::class, $l, $a, $b);
    }
}
