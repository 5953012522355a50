<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Table\NodeWeights;
use Tovrin\Core\Model\Table\WeightTable;
use Tovrin\Core\Tone\Smooth;

/**
 * A photo's colours divided into families: groups of the components of one scale of its model. A family holds a colour in
 * full where it is clearly its own, not at all where it is clearly another's, and what lies between them gently, by halves.
 */
final readonly class Families
{
    /** A family holds nothing where its components' share is this or less, and in full where it is as much above a half. */
    private const NOTHING = 0.35;
    /** Chroma that a grey counts as where fuller colours count for more. */
    private const PALE = 0.02;
    /** A family that holds this much of what it looks like is moved by it. */
    private const HELD = 0.6;
    /** OKLab distances over which what is held may rise from 0 to 1, by the photo's grain. */
    private const OVER_GRAINS = 5.0;
    private const OVER_LEAST = 0.03;
    private const OVER_MOST = 0.045;
    /** Steps that other distances are rounded to, so that few tables are made while something is dragged. */
    private const OVER_STEP = 0.005;

    /** @param list<list<int>> $groups which components are in each family */
    public function __construct(public ColourModel $model, public array $groups)
    {
        foreach ($groups as $family => $components) {
            foreach ($components as $component) {
                if ($component < 0 || $component >= $this->scale()->count()) {
                    throw new \InvalidArgumentException(\sprintf('family %d has a component %d, but there are %d of them.', $family, $component, $this->scale()->count()));
                }
            }
        }
    }

    public function scale(): Mixture
    {
        return $this->model->scales[0];
    }

    /**
     * How much a family holds of each colour.
     *
     * @param ColourBlock $lab   OKLab
     * @param float       $over  OKLab distance over which it may rise from 0 to 1; never less than the photo's grain asks for
     * @param bool        $again whether the very same colours will be asked about again
     *
     * @return list<float> 0…1; over all families they sum to no more than about one
     */
    public function weights(int $family, ColourBlock $lab, float $over = 0.0, bool $again = false): array
    {
        $key = $this->key();
        $grain = sqrt($this->model->grain[0] ** 2 + $this->model->grain[1] ** 2 + $this->model->grain[2] ** 2);
        $steps = (int) ceil(max($over, self::OVER_LEAST, min(self::OVER_MOST, self::OVER_GRAINS * $grain)) / self::OVER_STEP);

        return $this->model->tables->weights($key.'t'.$steps.'x'.$family, fn (): WeightTable => $this->field($key, $family)->table(self::ramp(...), $steps * self::OVER_STEP), $lab, $again);
    }

    /** Share of the picture that a family has, 0…1. */
    public function share(int $family): float
    {
        $share = $all = 0.0;
        foreach ($this->scale()->components as $k => $component) {
            $all += $component->share;
            $share += \in_array($k, $this->groups[$family], true) ? $component->share : 0.0;
        }

        return $share / max(1e-9, $all);
    }

    /** Mean and covariance of a family's colours. */
    public function moments(int $family): Moments
    {
        $share = 0.0;
        $first = [0.0, 0.0, 0.0];
        $second = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
        foreach ($this->groups[$family] as $k) {
            $one = $this->scale()->components[$k];
            [$x, $y, $z] = $one->mean;
            $share += $one->share;
            foreach ([$x, $y, $z] as $i => $v) {
                $first[$i] += $one->share * $v;
            }
            foreach ([$x * $x, $x * $y, $x * $z, $y * $y, $y * $z, $z * $z] as $i => $v) {
                $second[$i] += $one->share * ($v + $one->covariance[$i]);
            }
        }
        $s = Points::CHROMA_SCALE;
        [$x, $y, $z] = [$first[0] / $share, $first[1] / $share, $first[2] / $share];

        return new Moments(
            [$x, $y / $s, $z / $s],
            [$second[0] / $share - $x * $x, ($second[1] / $share - $x * $y) / $s, ($second[2] / $share - $x * $z) / $s, ($second[3] / $share - $y * $y) / $s ** 2, ($second[4] / $share - $y * $z) / $s ** 2, ($second[5] / $share - $z * $z) / $s ** 2],
        );
    }

    /**
     * What a family looks like: the mean of its colours, the fuller ones counting for more, since a thing's own colour is what
     * it shows in good light rather than in its shade or its shine.
     *
     * @return array{0: float, 1: float, 2: float} OKLab
     */
    public function typical(int $family): array
    {
        $sum = 0.0;
        $mean = [0.0, 0.0, 0.0];
        foreach ($this->groups[$family] as $k) {
            $colour = $this->colour($k);
            $weight = $this->scale()->components[$k]->share * (self::PALE + hypot($colour[1], $colour[2]));
            $sum += $weight;
            foreach ($colour as $i => $v) {
                $mean[$i] += $weight * $v;
            }
        }

        return [$mean[0] / $sum, $mean[1] / $sum, $mean[2] / $sum];
    }

    /**
     * A colour that stands for a family where it is moved: what it looks like, unless others hold that rather; then the mean of
     * that component of it which it holds most of.
     *
     * @return array{0: float, 1: float, 2: float} OKLab
     */
    public function middle(int $family): array
    {
        $candidates = [$this->typical($family), ...array_map($this->colour(...), $this->groups[$family])];
        $held = $this->weights($family, ColourBlock::of(OkLab::class, $candidates));
        $best = 0;
        $score = $held[0] >= self::HELD ? \INF : 0.0;
        foreach ($this->groups[$family] as $i => $k) {
            $own = $held[$i + 1] ** 2 * $this->scale()->components[$k]->share;
            if ($own > $score) {
                [$best, $score] = [$i + 1, $own];
            }
        }

        return $candidates[$best];
    }

    /** @return array{0: float, 1: float, 2: float} a component's mean in OKLab */
    private function colour(int $component): array
    {
        [$x, $y, $z] = $this->scale()->components[$component]->mean;

        return [$x, $y / Points::CHROMA_SCALE, $z / Points::CHROMA_SCALE];
    }

    /** The same families on another photo: the components follow them there. */
    public function adapted(Points $points): self
    {
        return new self($this->model->adapted($points), $this->groups);
    }

    private static function ramp(float $share): float
    {
        return Smooth::at(($share - self::NOTHING) / (1.0 - 2.0 * self::NOTHING));
    }

    private function field(string $key, int $family): NodeWeights
    {
        $write = static fn (NodeWeights $field): string => $field->toBytes();

        return $this->model->tables->known($key.'f'.$family, fn (string $bytes): ?NodeWeights => '' === $bytes ? null : NodeWeights::fromBytes($bytes, $this->model->nodes()), function () use ($key, $family, $write): NodeWeights {
            $nodes = $this->model->nodes();
            $responsibilities = Responsibilities::kept($this->model, $nodes);
            $fields = [];
            foreach ($this->groups as $number => $components) {
                $in = array_fill(0, $this->scale()->count(), 0.0);
                foreach ($components as $component) {
                    $in[$component] = 1.0;
                }
                $fields[$number] = new NodeWeights($nodes, $responsibilities->sum($in, 0.0), $responsibilities->mass);
                // Whoever moves one family soon asks for what the others hold.
                $this->model->tables->know($key.'f'.$number, $fields[$number], $write($fields[$number]));
            }

            return $fields[$family];
        }, $write);
    }

    private function key(): string
    {
        $numbers = $this->model->grain;
        foreach ($this->scale()->components as $one) {
            array_push($numbers, $one->share, ...$one->mean, ...$one->covariance);
        }
        foreach ($this->groups as $components) {
            array_push($numbers, -1.0, ...array_map(static fn (int $c): float => (float) $c, $components));
        }

        return hash('xxh128', pack('e*', ...$numbers));
    }
}
