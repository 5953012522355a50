<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\Bradford;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Tone\Smooth;

/**
 * Neutral by colour, for light that is mixed: several colours that ought to be neutral, wherever they lie, each with the gains of
 * the cone responses (Bradford) that make it neutral at its own luminance. A colour's gains, in logarithms, are those of the
 * probes, by closeness in OKLab (a and b in full, L little) as a normalised Gaussian: smooth everywhere.
 *
 * What is coloured itself does not say which light it stands in: a red thing would pass for a grey one in lamp light. So the
 * further a colour lies from all probes, the more it gets the white of the photo's light as a whole, the probes' by the share of
 * the photo's weak colours that each stands for. Coloured things are corrected too, and never turned grey.
 */
final readonly class ProbeWhites
{
    /** Spread of the closeness in OKLab. */
    private const SPREAD = 0.02;
    /** What the square of a difference in L counts beside those in a and b. */
    private const LIGHT = 0.05;
    /** OKLab distances from the probes between which the white of the whole takes over. */
    private const NEAR = 0.03;
    private const FAR = 0.08;
    /** Keeps probes that lie next to one another and contradict each other from pushing each other far. */
    private const RIDGE = 1e-3;

    /** @var list<array{0: float, 1: float, 2: float}> gains in logarithms, by probe, such that each probe comes out neutral */
    private array $gains;

    /** @var array{0: float, 1: float, 2: float} of the light as a whole */
    private array $whole;

    /**
     * @param ColourBlock           $probes any space; bright enough to tell a cast by
     * @param non-empty-list<float> $shares how much of the photo each stands for
     */
    public function __construct(private ColourBlock $probes, array $shares)
    {
        $own = self::ownGains($probes->in(LinearSrgb::class));
        $total = array_sum($shares);
        $whole = [0.0, 0.0, 0.0];
        foreach ($own as $p => $gains) {
            foreach ($gains as $i => $gain) {
                $whole[$i] += $shares[$p] / $total * $gain;
            }
        }
        $this->whole = $whole;
        $lab = $probes->in(OkLab::class);
        $closeness = self::closeness($lab, $lab);
        $matrix = [];
        foreach ($own as $p => $gains) {
            $matrix[] = array_column($closeness, $p);
        }
        $columns = [];
        foreach ([0, 1, 2] as $i) {
            $columns[] = self::solved($matrix, array_map(static fn (array $gains): float => $gains[$i] - $whole[$i], $own));
        }
        $this->gains = array_map(static fn (int $p): array => [$columns[0][$p], $columns[1][$p], $columns[2][$p]], array_keys($own));
    }

    /**
     * A hot loop.
     *
     * @param ColourBlock $linear linear sRGB
     */
    public function apply(ColourBlock $linear): ColourBlock
    {
        $n = $linear->count();
        [$x, $y, $z] = [array_fill(0, $n, $this->whole[0]), array_fill(0, $n, $this->whole[1]), array_fill(0, $n, $this->whole[2])];
        foreach (self::closeness($linear->in(OkLab::class), $this->probes->in(OkLab::class)) as $p => $weights) {
            [$gx, $gy, $gz] = $this->gains[$p];
            for ($i = 0; $i < $n; ++$i) {
                $w = $weights[$i];
                $x[$i] += $w * $gx;
                $y[$i] += $w * $gy;
                $z[$i] += $w * $gz;
            }
        }
        $cones = Bradford::apply($linear, Bradford::conesOfLinearSrgb());
        [$long, $middle, $short] = [$cones->a, $cones->b, $cones->c];
        for ($i = 0; $i < $n; ++$i) {
            $long[$i] *= exp($x[$i]);
            $middle[$i] *= exp($y[$i]);
            $short[$i] *= exp($z[$i]);
        }

        return Bradford::apply(new ColourBlock(LinearSrgb::class, $long, $middle, $short), Bradford::linearSrgbOfCones());
    }

    /**
     * How close each colour is to each probe: a hot loop.
     *
     * @param ColourBlock $lab    OKLab
     * @param ColourBlock $probes OKLab
     *
     * @return non-empty-list<list<float>> by probe, by colour; they sum to 1 next to the probes and to 0 far from all of them
     */
    private static function closeness(ColourBlock $lab, ColourBlock $probes): array
    {
        [$light, $green, $blue] = [$lab->a, $lab->b, $lab->c];
        $n = \count($light);
        $k = $probes->count();
        $half = 0.5 / self::SPREAD ** 2;
        $weights = array_fill(0, max(1, $k), []);
        for ($i = 0; $i < $n; ++$i) {
            $least = \INF;
            $distances = [];
            for ($p = 0; $p < $k; ++$p) {
                $l = $light[$i] - $probes->a[$p];
                $a = $green[$i] - $probes->b[$p];
                $b = $blue[$i] - $probes->c[$p];
                $distances[$p] = $d = $half * ($a * $a + $b * $b + self::LIGHT * $l * $l);
                if ($d < $least) {
                    $least = $d;
                }
            }
            $sum = 0.0;
            foreach ($distances as $p => $d) {
                $sum += $distances[$p] = exp($least - $d);
            }
            // How far from all probes: the same mean as the closeness itself, so that it has no kinks.
            $far = sqrt(max(0.0, ($least - log($sum / $k)) / $half));
            $scale = ($far <= self::NEAR ? 1.0 : 1.0 - Smooth::at(($far - self::NEAR) / (self::FAR - self::NEAR))) / $sum;
            foreach ($distances as $p => $w) {
                $weights[$p][] = $scale * $w;
            }
        }

        return $weights;
    }

    /**
     * @param ColourBlock $linear linear sRGB
     *
     * @return non-empty-list<array{0: float, 1: float, 2: float}> by probe: logarithms of what its cone responses are to be
     *                                                             multiplied by to be neutral at its luminance
     */
    private static function ownGains(ColourBlock $linear): array
    {
        $cones = Bradford::apply($linear, Bradford::conesOfLinearSrgb());
        $white = Bradford::apply(ColourBlock::one(LinearSrgb::class, 1.0, 1.0, 1.0), Bradford::conesOfLinearSrgb())->at(0);
        $gains = [];
        for ($p = 0; $p < max(1, $cones->count()); ++$p) {
            [$r, $g, $b] = $linear->at($p);
            $y = 0.21263900587151 * $r + 0.71516867876776 * $g + 0.07219231536073 * $b;
            [$long, $middle, $short] = $cones->at($p);
            $gains[] = [log($white[0] * $y / $long), log($white[1] * $y / $middle), log($white[2] * $y / $short)];
        }

        return $gains;
    }

    /**
     * Least squares with a ridge, by Gauss–Jordan elimination: a few unknowns.
     *
     * @param list<list<float>> $matrix square
     * @param list<float>       $values
     *
     * @return list<float>
     */
    private static function solved(array $matrix, array $values): array
    {
        $n = \count($values);
        $rows = [];
        for ($i = 0; $i < $n; ++$i) {
            // The ridge pulls towards each probe's own gains.
            $row = array_fill(0, $n, 0.0);
            $right = self::RIDGE * $values[$i];
            for ($r = 0; $r < $n; ++$r) {
                for ($j = 0; $j < $n; ++$j) {
                    $row[$j] += $matrix[$r][$i] * $matrix[$r][$j];
                }
                $right += $matrix[$r][$i] * $values[$r];
            }
            $row[$i] += self::RIDGE;
            $rows[] = [...$row, $right];
        }
        for ($c = 0; $c < $n; ++$c) {
            for ($r = 0; $r < $n; ++$r) {
                if ($r !== $c) {
                    // Symmetric and positive definite: no pivoting is needed.
                    $factor = $rows[$r][$c] / $rows[$c][$c];
                    for ($j = $c; $j <= $n; ++$j) {
                        $rows[$r][$j] -= $factor * $rows[$c][$j];
                    }
                }
            }
        }

        return array_map(static fn (int $i): float => $rows[$i][$n] / $rows[$i][$i], array_keys($values));
    }
}
