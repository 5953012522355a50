<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourClusters;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Model\Mixture;
use Tovrin\Core\Model\Moments;
use Tovrin\Core\Model\Nodes;
use Tovrin\Core\Model\Points;
use Tovrin\Core\Model\Responsibilities;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Move\Reference;
use Tovrin\Core\Move\ReferencePot;

/** A photo's own colour families, largest first: components of its model that are alike, merged. The same on every run. */
final readonly class Pots implements \JsonSerializable
{
    public const MOST = 12;
    /** The scale of the model whose components are merged. */
    public const SCALE = 3;
    /** Names what is serialised: another form of it is made anew. */
    public const FORM = 'tovrin-pots-3';
    /** Families closer than this, as measure() has it, are one pot. */
    private const DISTANCE = 0.05;
    /** In measure(): added to lightness; what saturation s counts as, √(s + SOFT) − √SOFT; how much lightness itself counts. */
    private const DARK = 0.05;
    private const SOFT = 0.08;
    private const LIGHT = 0.03;
    /** How much more it counts in a grey, which has nothing else to be told by; half of it at this saturation. */
    private const GREY_LIGHT = 0.09;
    private const GREY = 0.05;
    /** A family with a smaller share of the picture joins the nearest one. */
    private const LEAST = 0.004;

    /**
     * @param list<array{0: float, 1: float, 2: float}> $centres  what they look like, OKLab
     * @param list<float>                                  $shares   shares of the picture, summing to 1
     * @param list<string>                                 $names    what they are called, without an article; no two alike
     * @param list<list<int>>                              $families the components of the scale in each
     * @param Nodes                                        $nodes    of the photo's study
     * @param list<int>                                    $ofNode   which pot each of them belongs to
     */
    private function __construct(public array $centres, public array $shares, public array $names, public array $families, private Nodes $nodes, private array $ofNode)
    {
    }

    public static function of(Study $study): self
    {
        $scale = $study->model->scales[self::SCALE];
        $families = self::merged($scale);
        $potOf = [];
        foreach ($families as $pot => $components) {
            foreach ($components as $component) {
                $potOf[$component] = $pot;
            }
        }
        $ofNode = [];
        foreach (Responsibilities::of([$scale], $study->nodes->points())->rows as $row) {
            $held = array_fill(0, \count($families), 0.0);
            foreach ($row as $component => $share) {
                $held[$potOf[$component]] += $share;
            }
            arsort($held);
            $ofNode[] = array_key_first($held) ?? 0;
        }

        return self::counted($study, $families, $ofNode);
    }

    /**
     * Pots as they were serialised; null for another form of it.
     *
     * @param array<mixed> $data
     */
    public static function fromArray(array $data): ?self
    {
        if (self::FORM !== ($data['form'] ?? null)) {
            return null;
        }

        /** @var array{centres: list<array{0: float, 1: float, 2: float}>, shares: list<float>, names: list<string>, families: list<list<int>>, ofNode: list<int>, nodes: list<int>} $data */
        return new self($data['centres'], $data['shares'], $data['names'], $data['families'], Nodes::of($data['nodes']), $data['ofNode']);
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['form' => self::FORM, 'centres' => $this->centres, 'shares' => $this->shares, 'names' => $this->names, 'families' => $this->families, 'ofNode' => $this->ofNode, 'nodes' => $this->nodes->keys];
    }

    /**
     * The mean of what some colours of the photo have, by the pot they belong to.
     *
     * @param array<int, float> $values one a colour
     *
     * @return list<float> one a pot; 1 where none of the colours belongs to it
     */
    public function means(ColourBlock $colours, array $values): array
    {
        $sums = $counts = array_fill(0, $this->count(), 0.0);
        foreach ($this->membership($colours) as $i => $pot) {
            $sums[$pot] += $values[$i];
            ++$counts[$pot];
        }

        return array_map(static fn (float $sum, float $count): float => $count > 0.0 ? $sum / $count : 1.0, $sums, $counts);
    }

    /** The pots as families of the photo's model, for moves that hold on to them. */
    public function families(Study $study): Families
    {
        return self::familiesOf($study, $this->families);
    }

    /**
     * What a match keeps of the photo.
     *
     * @param string      $name    what the photo is called
     * @param ColourBlock $colours some of its colours, evenly spread over it
     */
    public function reference(string $name, Study $study, ColourBlock $colours): Reference
    {
        $families = $this->families($study);

        return new Reference($name, Moments::of($colours), array_map(fn (int $pot): ReferencePot => new ReferencePot($this->names[$pot], round($this->shares[$pot], 5), $families->moments($pot)), array_keys($this->names)));
    }

    public function count(): int
    {
        return \count($this->centres);
    }

    /**
     * Which pot each colour belongs to.
     *
     * @return array<int, int>
     */
    public function membership(ColourBlock $colours): array
    {
        $lab = $colours->in(OkLab::class);
        $pots = [];
        $none = [];
        foreach ($this->nodes->nearest($lab->a, $lab->b, $lab->c) as $i => $node) {
            $pots[$i] = $node >= 0 ? $this->ofNode[$node] : 0;
            if ($node < 0) {
                $none[$i] = $lab->at($i);
            }
        }
        // A colour unlike all of the photo's goes where it is nearest.
        foreach (array_combine(array_keys($none), ColourClusters::assign(ColourBlock::of(OkLab::class, array_values($none)), $this->centres)) as $i => $pot) {
            $pots[$i] = $pot;
        }

        return $pots;
    }

    /**
     * Which pot each pixel of the study belongs to; −1 for none.
     *
     * @return list<int>
     */
    public function ofPixels(Study $study): array
    {
        $pots = [];
        foreach ($study->at as $node) {
            $pots[] = $node >= 0 ? $this->ofNode[$node] : -1;
        }

        return $pots;
    }

    /**
     * How many of the study's pixels of each pot a reach takes in by half or more, and how many there are.
     *
     * @param list<float> $weights of the study's nodes
     *
     * @return list<array{0: int, 1: int}> by pot
     */
    public function reached(Study $study, array $weights): array
    {
        $reached = $all = array_fill(0, $this->count(), 0);
        foreach ($this->ofPixels($study) as $pixel => $pot) {
            if ($pot >= 0) {
                $reached[$pot] += $weights[$study->at[$pixel]] >= 0.5 ? 1 : 0;
                ++$all[$pot];
            }
        }

        return array_map(static fn (int $in, int $of): array => [$in, $of], $reached, $all);
    }

    /**
     * Coordinates in which the shades of one thing lie close together: in OKLab less light makes lightness and chroma smaller
     * in proportion, so that what tells things apart is a and b in proportion to lightness. Measured on the masked scenes, the
     * pot that fits an object best overlaps it by 0.69 on average (by 0.59 where chroma itself is compared); see bench/pots.php.
     *
     * @param list<array{0: float, 1: float, 2: float}> $centres OKLab
     *
     * @return array{0: list<float>, 1: list<float>, 2: list<float>}
     */
    private static function measure(array $centres): array
    {
        $x = $y = $z = [];
        foreach ($centres as [$light, $a, $b]) {
            $chroma = hypot($a, $b);
            $saturation = $chroma / max(self::DARK, $light + self::DARK);
            $scale = $chroma > 0.0 ? (sqrt($saturation + self::SOFT) - sqrt(self::SOFT)) / $chroma : 0.0;
            $x[] = (self::LIGHT + self::GREY_LIGHT * 2.0 ** -(($saturation / self::GREY) ** 2)) * log(max(0.0, $light) + 2.0 * self::DARK);
            $y[] = $scale * $a;
            $z[] = $scale * $b;
        }

        return [$x, $y, $z];
    }

    /**
     * Components that belong together.
     *
     * @return list<list<int>>
     */
    private static function merged(Mixture $scale): array
    {
        $groups = [];
        foreach ($scale->components as $k => $one) {
            $groups[] = ['share' => $one->share, 'centre' => [$one->mean[0], $one->mean[1] / Points::CHROMA_SCALE, $one->mean[2] / Points::CHROMA_SCALE], 'components' => [$k]];
        }
        while (\count($groups) > 1) {
            [$x, $y, $z] = self::measure(array_column($groups, 'centre'));
            $pair = null;
            $least = \INF;
            foreach ($groups as $i => $one) {
                for ($j = $i + 1; $j < \count($groups); ++$j) {
                    $distance = sqrt(($x[$i] - $x[$j]) ** 2 + ($y[$i] - $y[$j]) ** 2 + ($z[$i] - $z[$j]) ** 2);
                    $small = min($one['share'], $groups[$j]['share']) < self::LEAST;
                    if (($distance < self::DISTANCE || $small || \count($groups) > self::MOST) && $distance < $least) {
                        [$least, $pair] = [$distance, [$i, $j]];
                    }
                }
            }
            if (null === $pair) {
                break;
            }
            [$one, $other] = [$groups[$pair[0]], $groups[$pair[1]]];
            $share = $one['share'] + $other['share'];
            $mean = static fn (int $axis): float => ($one['share'] * $one['centre'][$axis] + $other['share'] * $other['centre'][$axis]) / $share;
            $groups[$pair[0]] = ['share' => $share, 'centre' => [$mean(0), $mean(1), $mean(2)], 'components' => [...$one['components'], ...$other['components']]];
            array_splice($groups, $pair[1], 1);
        }

        return array_column($groups, 'components');
    }

    /**
     * Counts the study's pixels, orders the pots by them and names them.
     *
     * @param list<list<int>> $families
     * @param list<int>       $ofNode
     */
    private static function counted(Study $study, array $families, array $ofNode): self
    {
        $counts = array_fill(0, \count($families), 0);
        foreach ($study->at as $node) {
            if ($node >= 0) {
                ++$counts[$ofNode[$node]];
            }
        }
        $total = max(1, array_sum($counts));
        $all = array_map(self::familiesOf($study, $families)->typical(...), array_keys($families));
        $order = array_keys(array_filter($counts));
        usort($order, static fn (int $p, int $q): int => [$counts[$q], $all[$p]] <=> [$counts[$p], $all[$q]]);
        $place = array_flip($order);
        $centres = array_map(static fn (int $pot): array => $all[$pot], $order);

        return new self(
            $centres,
            array_map(static fn (int $pot): float => $counts[$pot] / $total, $order),
            PotNames::of($centres),
            array_map(static fn (int $pot): array => $families[$pot], $order),
            $study->nodes,
            array_map(static fn (int $pot): int => $place[$pot] ?? 0, $ofNode),
        );
    }

    /** @param list<list<int>> $families */
    private static function familiesOf(Study $study, array $families): Families
    {
        return new Families(new ColourModel([$study->model->scales[self::SCALE]], $study->model->grain, $study->model->tables), $families);
    }
}
