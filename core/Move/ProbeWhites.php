<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\Bradford;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\XyzD65;
use Tovrin\Core\Model\Ridge;
use Tovrin\Core\Tone\Smooth;

/**
 * Neutral by colour, for light that is mixed: several colours that ought to be neutral, wherever they lie, each with the gains of
 * the cone responses (Bradford) that make it neutral at its own luminance. A colour's gains, in logarithms, are those of the
 * probes, by closeness in OKLab (a and b as they would be at one lightness, L itself little) as a normalised Gaussian: smooth
 * everywhere.
 *
 * What is coloured itself does not say which light it stands in: a red thing would pass for a grey one in lamp light. So the
 * further a colour lies from all probes, the more it gets the white of the photo's light as a whole. Coloured things are
 * corrected too, and never turned grey.
 */
final readonly class ProbeWhites
{
    /** Spread of the closeness in OKLab. */
    private const SPREAD = 0.02;
    /** What the square of a difference in L counts beside those in a and b. */
    private const LIGHT = 0.05;
    /** a and b count in proportion to lightness, as shade leaves them: as they would be at MIDDLE; BLACK tames the noise of the darkest. */
    private const MIDDLE = 0.75;
    private const BLACK = 0.05;
    /** OKLab distances from the probes between which the white of the whole takes over. */
    private const NEAR = 0.03;
    private const FAR = 0.08;
    /** Chroma in proportion to lightness at which a colour is half as likely a tinted grey as one without any. */
    private const LIKELY = 0.1;
    /** Darker than this a colour says nothing of the light. */
    private const DARK = 0.15;
    /** Share of a photo that must be likely grey for its light to be told. */
    private const LEAST = 0.005;
    /** What the photo's light as a whole counts beside the mean of the probes, for strong colours; found on rendered scenes. */
    private const COMMON = 0.75;
    /** Keeps probes that lie next to one another and contradict each other from pushing each other far. */
    private const RIDGE = 0.05;

    /** @var list<array{0: float, 1: float, 2: float}> gains in logarithms, by probe, such that each probe comes out neutral */
    private array $gains;

    /** @var array{0: float, 1: float, 2: float} of the light as a whole */
    private array $whole;

    private ?ThingLight $things;

    /**
     * @param ColourBlock      $probes any space; bright enough to tell a cast by
     * @param ColourBlock|null $light  the white of the light as a whole, one colour; null for the mean of the probes'
     * @param PhotoPots|null   $things the photo's coloured things, those in two lights together; null where they are not known
     * @param float            $share  how much of the light on a coloured thing that differs from the whole is taken away, 0…1
     */
    public function __construct(private ColourBlock $probes, ?ColourBlock $light = null, ?PhotoPots $things = null, private float $share = 0.0)
    {
        $this->things = null === $things || 0.0 === $share ? null : ThingLight::of($things, self::gainsOf($probes));
        $own = self::ownGains($probes->in(LinearSrgb::class));
        $common = null === $light ? null : self::ownGains($light->in(LinearSrgb::class))[0];
        // The photo says how much there is of each light, the probes which lights there are.
        $mean = static function (int $i) use ($own, $common): float {
            $probed = array_sum(array_column($own, $i)) / \count($own);

            return null === $common ? $probed : self::COMMON * $common[$i] + (1.0 - self::COMMON) * $probed;
        };
        $this->whole = $whole = [$mean(0), $mean(1), $mean(2)];
        $lab = $probes->in(OkLab::class);
        $closeness = self::closeness($lab, $lab);
        $rows = array_map(static fn (int $p): array => array_column($closeness, $p), array_keys($own));
        $columns = [];
        foreach ([0, 1, 2] as $i) {
            $wanted = array_map(static fn (array $gains): float => $gains[$i] - $whole[$i], $own);
            // The ridge pulls towards each probe's own gains: what is solved for is what has to be added to these.
            $missing = array_map(static fn (array $row, float $own): float => $own - array_sum(array_map(static fn (float $w, float $gain): float => $w * $gain, $row, $wanted)), $rows, $wanted);
            $columns[] = array_map(static fn (float $own, float $more): float => $own + $more, $wanted, Ridge::solve($rows, array_fill(0, \count($rows), 1.0), $missing, \count($rows), self::RIDGE));
        }
        $this->gains = array_map(static fn (int $p): array => [$columns[0][$p], $columns[1][$p], $columns[2][$p]], array_keys($own));
    }

    /**
     * What each probe has to be multiplied by to be neutral.
     *
     * @param ColourBlock $probes any space
     *
     * @return list<array{0: float, 1: float, 2: float}> logarithms for the cone responses
     */
    public static function gainsOf(ColourBlock $probes): array
    {
        return self::ownGains($probes->in(LinearSrgb::class));
    }

    /**
     * The white of a photo's light as a whole: what its weak colours have in common.
     *
     * An estimate: what is only weakly coloured is taken for grey that lights have tinted (common practice).
     *
     * @param ColourBlock $colours some of the photo's, any space
     *
     * @return ColourBlock|null one colour; null when nothing is weak enough in colour
     */
    public static function light(ColourBlock $colours): ?ColourBlock
    {
        $lab = $colours->in(OkLab::class);
        $sum = $l = $a = $b = 0.0;
        foreach ($lab->a as $i => $light) {
            if ($light < self::DARK) {
                continue;
            }
            // In proportion to lightness, as less of the same light leaves it; a lighter colour shows it more surely.
            [$p, $q] = [$lab->b[$i] / $light, $lab->c[$i] / $light];
            $w = $light * 2.0 ** -(($p * $p + $q * $q) / self::LIKELY ** 2);
            $sum += $w;
            $l += $w * $light;
            $a += $w * $p;
            $b += $w * $q;
        }

        return $sum < self::LEAST * \count($lab->a) ? null : ColourBlock::one(OkLab::class, $l / $sum, $a / $sum * $l / $sum, $b / $sum * $l / $sum);
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
        $lab = $linear->in(OkLab::class);
        $far = array_fill(0, $n, 1.0);
        foreach (self::closeness($lab, $this->probes->in(OkLab::class)) as $p => $weights) {
            [$gx, $gy, $gz] = $this->gains[$p];
            for ($i = 0; $i < $n; ++$i) {
                $w = $weights[$i];
                $x[$i] += $w * $gx;
                $y[$i] += $w * $gy;
                $z[$i] += $w * $gz;
                $far[$i] -= $w;
            }
        }
        $cones = Bradford::apply($linear, Bradford::conesOfLinearSrgb());
        if (null !== $this->things) {
            // What is close to the probes has its light from them.
            [$u, $v, $w] = $this->things->way;
            foreach ($this->things->shifts($lab, $cones) as $i => $shift) {
                $back = $this->share * max(0.0, $far[$i]) * $shift;
                $x[$i] -= $back * $u;
                $y[$i] -= $back * $v;
                $z[$i] -= $back * $w;
            }
        }
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
        $at = [];
        for ($p = 0; $p < $k; ++$p) {
            $scale = self::MIDDLE / (self::BLACK + max(0.0, $probes->a[$p]));
            $at[] = [$scale * $probes->b[$p], $scale * $probes->c[$p]];
        }
        for ($i = 0; $i < $n; ++$i) {
            $least = \INF;
            $distances = [];
            $scale = self::MIDDLE / (self::BLACK + max(0.0, $light[$i]));
            $own = [$scale * $green[$i], $scale * $blue[$i]];
            for ($p = 0; $p < $k; ++$p) {
                $l = $light[$i] - $probes->a[$p];
                $a = $own[0] - $at[$p][0];
                $b = $own[1] - $at[$p][1];
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
        $luminance = $linear->in(XyzD65::class)->b;
        $gains = [];
        for ($p = 0; $p < max(1, $cones->count()); ++$p) {
            $y = $luminance[$p];
            [$long, $middle, $short] = $cones->at($p);
            $gains[] = [log($white[0] * $y / $long), log($white[1] * $y / $middle), log($white[2] * $y / $short)];
        }

        return $gains;
    }
}
