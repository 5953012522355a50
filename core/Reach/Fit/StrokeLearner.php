<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Responsibilities;
use Tovrin\Core\Model\Ridge;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\LearnedTables;
use Tovrin\Core\Tone\Smooth;

/**
 * Learns from strokes on a photo which of its colours are meant: ridge regression on how much each component of the photo's
 * model holds, once of what was marked alone and once with what the strokes grow to, and what they do not counting against.
 *
 * Strokes are learned in their order, each from the state before it. A later one does not undo what an earlier one has taught: what lies
 * deeper than it is taken as right (Standing), components of which it says nothing stay where they were, and what it grows to counts
 * the less the thinner the sliver it lies in.
 */
final class StrokeLearner
{
    /** Changes whenever the same strokes teach something else. */
    public const FORM = '3';
    /** Of a colour that nothing speaks for, each time. */
    private const PRIOR = -0.2;
    private const RIDGE = 2.0;
    /** What keeps a component where it was, besides, when a later stroke says nothing of it; and the share of its pixels that a stroke has to hold to move it freely. */
    private const STIFF = 100.0;
    private const SAYS = 0.1;
    /** Depth from which on what a stroke grows to counts in full, in shares of the picture's width. */
    private const DEEP = 0.04;
    private const IMITATED_COUNTS = 2000.0;

    private readonly Responsibilities $responsibilities;
    private readonly StrokeEvidence $evidence;
    /** @var list<float>|null how many pixels of the study each component holds */
    private ?array $masses = null;

    /** @param ColourModel $model the study's own, or one that was adapted to its photo */
    public function __construct(private readonly Study $study, private readonly ColourModel $model)
    {
        $this->responsibilities = Responsibilities::kept($model, $study->nodes);
        $this->evidence = new StrokeEvidence($study);
    }

    /**
     * @param array<int, Mark>                               $marks  by number, oldest first
     * @param array{level: float, weights: list<float>}|null $before what is known already
     * @param Learning|null                                  $from   what the first of the marks have taught already, by an earlier call with these and the same before
     *
     * @return array{level: float, weights: list<float>, gradients: list<array{0: float, 1: float}>, learning: Learning} as in Learned, and what to go on from
     */
    public function learn(array $marks, ?array $before = null, ?Learning $from = null): array
    {
        $level = $before['level'] ?? 2 * self::PRIOR;
        $base = $before['weights'] ?? array_fill(0, $this->model->count(), 0.0);
        $known = $this->responsibilities->sum($base, $level);
        $learning = $from ?? Learning::nothing($this->model->count());
        $done = array_intersect_key($marks, $learning->trusts);
        foreach (array_diff_key($marks, $done) as $number => $mark) {
            $standing = [] === $done ? null : Standing::of($this->study, $this->responsibilities->sum(self::together($base, $learning), $level));
            $depth = $standing?->depthOf($mark) ?? 1.0;
            $done[$number] = $mark;
            $trusts = $learning->trusts + [$number => Smooth::at($depth / self::DEEP)];
            $learning = $this->next($number, $done, $known, new Learning($learning->alone, $learning->grown, $trusts), $standing?->settled($depth) ?? []);
        }
        $weights = array_map(static fn (float $weight): float => round($weight, 4), self::together($base, $learning));

        return ['level' => $level, 'weights' => $weights, 'gradients' => (new Gradients($this->study, $this->model, $this->responsibilities))->of($this->responsibilities->sum($weights, $level), array_map($this->evidence->signed(...), $marks)), 'learning' => $learning];
    }

    /**
     * The sum of what speaks for each node.
     *
     * @return list<float> above 0 where it is reached
     */
    public function sums(Learned $reach): array
    {
        return $this->responsibilities->sum($reach->weights, $reach->level);
    }

    /** Tells the tables what is known already of a reach that was learned here. */
    public function tell(Learned $reach): void
    {
        // The nodes of an adapted model are not the study's.
        if ($reach->model === $this->study->model) {
            LearnedTables::know($reach, LearnedTables::nodeWeights($reach, $this->study->nodes, $this->responsibilities));
        }
    }

    /**
     * What comes nearest to a reach of another kind, so that strokes can go on from it.
     *
     * @param list<float> $wanted its weights, by node of the study
     *
     * @return array{level: float, weights: list<float>}
     */
    public function imitate(array $wanted): array
    {
        $counts = $targets = [];
        $total = max(1e-9, array_sum($this->responsibilities->mass));
        foreach ($this->responsibilities->mass as $node => $mass) {
            // Rare colours count as well, if less.
            $counts[$node] = self::IMITATED_COUNTS * ($mass / $total + 1.0 / \count($wanted)) / 2;
            $targets[$node] = ($wanted[$node] >= 0.5 ? 1.0 : -1.0) - 2 * self::PRIOR;
        }
        $weights = Ridge::solve($this->responsibilities->rows, $counts, $targets, $this->model->count(), self::RIDGE);

        return ['level' => 2 * self::PRIOR, 'weights' => array_map(static fn (float $weight): float => round($weight, 4), $weights)];
    }

    /**
     * How surely each pixel of the study belongs to what the wanted ones of the marks grew to.
     *
     * @param array<int, Mark> $marks
     *
     * @return list<float> 0…1
     */
    public function wantedRegion(array $marks): array
    {
        $sure = array_fill(0, $this->study->count(), 0.0);
        foreach ($marks as $number => $mark) {
            if ($mark->wanted) {
                foreach ($this->evidence->sureness($number, $marks) as $pixel => $s) {
                    $sure[$pixel] = $s > $sure[$pixel] ? $s : $sure[$pixel];
                }
            }
        }

        return $sure;
    }

    /**
     * Learns from one stroke more.
     *
     * @param int               $number  of the newest
     * @param array<int, Mark>  $marks   up to that
     * @param list<float>       $known   before all of them, by node
     * @param array<int, float> $settled what stays as it is, by node
     */
    private function next(int $number, array $marks, array $known, Learning $learning, array $settled): Learning
    {
        $lambda = 1 === \count($marks) ? self::RIDGE : $this->stiffness($number, $marks);
        $alone = $this->moved($learning->alone, $this->evidence->alone($marks), $known, $settled, $lambda);
        $grown = $this->moved($learning->grown, $this->evidence->grown($marks, $known, $learning->trusts), $known, $settled, $lambda);

        return new Learning($alone, $grown, $learning->trusts);
    }

    /**
     * Weights moved to what the evidence says, as far as what is settled lets them.
     *
     * @param list<float>       $weights by component
     * @param list<float>       $known   by node
     * @param array<int, float> $settled by node
     * @param float|list<float> $lambda
     *
     * @return list<float> by component
     */
    private function moved(array $weights, Evidence $evidence, array $known, array $settled, float|array $lambda): array
    {
        $counts = $evidence->counts;
        $missing = $this->missing($evidence->targets($known), $weights);
        foreach ($settled as $node => $count) {
            $own = $counts[$node] ?? 0.0;
            $missing[$node] = $own * ($missing[$node] ?? 0.0) / ($own + $count);
            $counts[$node] = $own + $count;
        }

        return array_map(static fn (float $weight, float $more): float => $weight + $more, $weights, Ridge::solve($this->responsibilities->rows, $counts, $missing, $this->model->count(), $lambda));
    }

    /**
     * @param list<float> $base
     *
     * @return list<float> by component
     */
    private static function together(array $base, Learning $learning): array
    {
        return array_map(static fn (float $known, float $alone, float $grown): float => $known + $alone + $grown, $base, $learning->alone, $learning->grown);
    }

    /**
     * What is still missing of targets, by what the weights are.
     *
     * @param array<int, float> $targets by node
     * @param list<float>       $weights by component
     *
     * @return array<int, float> by node
     */
    private function missing(array $targets, array $weights): array
    {
        foreach ($targets as $node => $target) {
            foreach ($this->responsibilities->rows[$node] as $component => $held) {
                $target -= $held * $weights[$component];
            }
            $targets[$node] = $target;
        }

        return $targets;
    }

    /**
     * What keeps each component where it was: little where the newest stroke says something of it.
     *
     * @param array<int, Mark> $marks
     *
     * @return list<float> by component
     */
    private function stiffness(int $number, array $marks): array
    {
        $said = $this->responsibilities->totals($this->evidence->said($number, $marks), $this->model->count());

        return array_map(static fn (float $pixels, float $mass): float => self::RIDGE + self::STIFF * (1.0 - min(1.0, $pixels / max(1.0, $mass) / self::SAYS)), $said, $this->masses());
    }

    /** @return list<float> */
    private function masses(): array
    {
        return $this->masses ??= $this->responsibilities->totals(array_diff_key(array_count_values($this->study->at), [-1 => 0]), $this->model->count());
    }
}
