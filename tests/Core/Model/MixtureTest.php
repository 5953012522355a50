<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Model;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Gaussian;
use Tovrin\Core\Model\Mixture;
use Tovrin\Core\Model\MixtureFitter;
use Tovrin\Core\Model\Points;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Tests\Core\DemoPhoto;
use Tovrin\Tests\Outside;

/** The colour model: fitted as scikit-learn fits it, the same each time, and able to follow a thing to another photo. */
final class MixtureTest extends TestCase
{
    /** Same data, same start, same number of rounds: the same mixture as scikit-learn's GaussianMixture. */
    public function testItIsFittedAsScikitLearnFitsIt(): void
    {
        $points = Points::of($this->photo()->thinned(1500));
        foreach ([3, 14] as $count) {
            $start = MixtureFitter::start($points, $count);
            $ours = MixtureFitter::improved($start, $points, 12);
            $list = [];
            for ($i = 0, $n = $points->count(); $i < $n; ++$i) {
                $list[] = [$points->x[$i], $points->y[$i], $points->z[$i]];
            }
            $given = ['points' => $list, 'means' => array_map(static fn (Gaussian $g): array => $g->mean, $start->components), 'variance' => MixtureFitter::START_VARIANCE, 'floor' => MixtureFitter::FLOOR, 'rounds' => 12];
            /** @var array{means: list<list<float>>, shares: list<float>, covariances: list<list<list<float>>>, logLikelihood: float} $theirs */
            $theirs = json_decode(Outside::run(['/usr/bin/python3', 'tests/outside/mixture.py'], (string) json_encode($given)), true, 16, \JSON_THROW_ON_ERROR);
            self::assertEqualsWithDelta($theirs['logLikelihood'], $ours->logLikelihood($points), 1e-6);
            foreach ($ours->components as $k => $component) {
                self::assertEqualsWithDelta($theirs['means'][$k], $component->mean, 1e-6);
                self::assertEqualsWithDelta($theirs['shares'][$k], $component->share, 1e-6);
                [$xx, $xy, $xz, $yy, $yz, $zz] = $component->covariance;
                self::assertEqualsWithDelta($theirs['covariances'][$k], [[$xx, $xy, $xz], [$xy, $yy, $yz], [$xz, $yz, $zz]], 1e-7);
            }
        }
    }

    public function testEachRoundFitsBetterOrAsWell(): void
    {
        $points = Points::of($this->photo()->thinned(800));
        $mixture = MixtureFitter::start($points, 8);
        $before = -\INF;
        for ($round = 0; $round < 10; ++$round) {
            $now = $mixture->logLikelihood($points);
            // The floor is added in each round, and may cost a trace.
            self::assertGreaterThan($before - 1e-3, $now);
            $before = $now;
            $mixture = MixtureFitter::improved($mixture, $points, 1);
        }
        self::assertGreaterThan(MixtureFitter::start($points, 8)->logLikelihood($points) + 0.5, $before);
    }

    public function testPosteriorsAreSharesThatSumToOneEvenFarFromEverything(): void
    {
        $mixture = MixtureFitter::fit(Points::of($this->photo()->thinned(500)), 5);
        $points = new Points([0.5, 0.0, 1.0, 40.0], [0.0, 0.4, -0.4, -40.0], [0.0, 0.4, 0.1, 0.0]);
        [$posteriors] = $mixture->posteriors($points);
        for ($i = 0; $i < 4; ++$i) {
            $column = array_column($posteriors, $i);
            self::assertEqualsWithDelta(1.0, array_sum($column), 1e-12);
            self::assertGreaterThanOrEqual(0.0, min([1.0, ...$column]));
        }
    }

    public function testItIsTheSameOnEveryRunAndFindsTheFamiliesThatAreThere(): void
    {
        $families = [[0.7, 0.02, 0.1], [0.45, -0.08, -0.02], [0.9, 0.0, 0.01]];
        $colours = $this->families($families, 400, 0.01);
        $one = MixtureFitter::fit(Points::of($colours), 3);
        self::assertEquals($one, MixtureFitter::fit(Points::of($colours), 3));
        foreach ($families as [$l, $a, $b]) {
            $distances = array_map(static fn (Gaussian $g): float => abs($g->mean[0] - $l) + abs($g->mean[1] / 2.5 - $a) + abs($g->mean[2] / 2.5 - $b), $one->components);
            self::assertLessThan(0.004, min($distances));
        }
        foreach ($one->components as $component) {
            self::assertEqualsWithDelta(1 / 3, $component->share, 0.02);
        }
    }

    public function testFewColoursMakeFewComponents(): void
    {
        $plain = ColourBlock::of(Srgb::class, array_fill(0, 50, [0.5, 0.4, 0.3]));
        $model = ColourModel::of($plain);
        self::assertSame([1, 1, 1, 1], array_map(static fn (Mixture $scale): int => $scale->count(), $model->scales));
        self::assertEqualsWithDelta([[1.0], [1.0], [1.0], [1.0]], array_merge(...array_map(static fn (Mixture $scale): array => $scale->posteriors(Points::of(ColourBlock::of(Srgb::class, [[0.9, 0.9, 0.9]])))[0], $model->scales)), 1e-12);
        self::assertSame(4, ColourModel::of(ColourBlock::of(Srgb::class, [[0.2, 0.2, 0.2]]))->count(), 'one pixel');
    }

    /** Under other light the components go with their families, and one whose family is not there stays. */
    public function testAdaptedToAnotherPhotoComponentsFollowTheirFamilies(): void
    {
        $known = MixtureFitter::fit(Points::of($this->families([[0.7, 0.02, 0.1], [0.45, -0.08, -0.02], [0.9, 0.0, 0.01]], 400, 0.01)), 3);
        // Darker and bluer, and without the third.
        $other = Points::of($this->families([[0.66, 0.02, 0.085], [0.41, -0.08, -0.035]], 400, 0.01));
        $adapted = MixtureFitter::adapted($known, $other, 40.0);
        foreach ($known->components as $k => $component) {
            $moved = $adapted->components[$k]->mean[0] - $component->mean[0];
            self::assertEqualsWithDelta($component->mean[0] > 0.8 ? 0.0 : -0.04, $moved, 0.008);
        }
        self::assertGreaterThan($known->logLikelihood($other), $adapted->logLikelihood($other));
    }

    public function testWhatIsNoCovarianceIsRefused(): void
    {
        foreach ([[0.5, [0, 0, 0, 1e-4, 0, 1e-4]], [0.5, [1e-4, 2e-4, 0, 1e-4, 0, 1e-4]], [0.0, [1e-4, 0, 0, 1e-4, 0, 1e-4]], [0.5, [\NAN, 0, 0, 1e-4, 0, 1e-4]]] as $i => [$share, $covariance]) {
            try {
                new Gaussian($share, [0.5, 0.0, 0.0], array_map(floatval(...), $covariance));
                self::fail("case $i was accepted");
            } catch (\InvalidArgumentException $e) {
                self::assertStringContainsString('positive definite', $e->getMessage());
            }
        }
    }

    /** @param list<array{0: float, 1: float, 2: float}> $centres OKLab */
    private function families(array $centres, int $each, float $spread): ColourBlock
    {
        $colours = [];
        foreach ($centres as [$l, $a, $b]) {
            for ($i = 0; $i < $each; ++$i) {
                // Even over a small cube, without chance.
                $colours[] = [$l + $spread * (fmod($i * 0.8191725, 1.0) - 0.5), $a + $spread * (fmod($i * 0.6710436, 1.0) - 0.5), $b + $spread * (fmod($i * 0.5497005, 1.0) - 0.5)];
            }
        }

        return ColourBlock::of(OkLab::class, $colours);
    }

    private function photo(): ColourBlock
    {
        $raster = DemoPhoto::named('bowl-and-vase')->raster;

        return ColourSample::of($raster->rgb, $raster->width, $raster->height)->colours();
    }
}
