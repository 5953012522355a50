<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Holdings;
use Tovrin\Core\Model\Ridge;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Model\Table\NodeWeights;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\LearnedTables;

/**
 * Learns from strokes on a photo which of its colours are meant: ridge regression on how much each component of the photo's
 * model holds, once of what was marked alone and once with what the strokes grow to, and what they do not counting against.
 */
final class StrokeLearner
{
    /** Of a colour that nothing speaks for, each time. */
    private const PRIOR = -0.2;
    private const RIDGE = 2.0;
    /** What a stroke counts for by itself, at most; what it grows to; and what it does not grow to, for all strokes together. */
    private const STROKE_COUNTS = 15.0;
    private const GROWN_COUNTS = 60.0;
    private const REST_COUNTS = 150.0;
    private const IMITATED_COUNTS = 2000.0;
    /** Part of a grown region's count that stays with the stroke itself. */
    private const STROKE_PART = 0.05;
    /** Below this a pixel does not belong to a grown region. */
    private const UNSURE = 0.05;
    /** Pixels that a stroke has to grow to for its region to count. */
    private const GROWS = 3.0;
    /** With less of the photo left than this, what is left says nothing. */
    private const LEAST_REST = 0.0025;

    private readonly Holdings $holdings;
    /** @var array<int, list<float>> what each mark grew to, by number */
    private array $grown = [];

    /** @param ColourModel $model the study's own, or one that was adapted to its photo */
    public function __construct(private readonly Study $study, private readonly ColourModel $model)
    {
        $this->holdings = Holdings::of($model->scales, $study->nodes->points());
    }

    /**
     * @param array<int, Mark>                                  $marks  by number
     * @param array{level: float, weights: list<float>}|null $before what is known already
     *
     * @return array{level: float, weights: list<float>} as in Learned
     */
    public function learn(array $marks, ?array $before = null): array
    {
        $n = $this->model->count();
        $known = null === $before ? array_fill(0, $this->study->nodes->count(), 2 * self::PRIOR) : $this->holdings->sum($before['weights'], $before['level']);
        [$one, $two] = array_map(
            fn (Evidence $evidence): array => Ridge::solve($this->holdings->rows, $evidence->counts, $evidence->targets($known), $n, self::RIDGE),
            [$this->strokes($marks), $this->grown($marks, $known)],
        );
        $weights = [];
        foreach ($one as $k => $weight) {
            $weights[] = round($weight + $two[$k] + ($before['weights'][$k] ?? 0.0), 4);
        }

        return ['level' => $before['level'] ?? 2 * self::PRIOR, 'weights' => $weights];
    }

    /** Tells the tables what is known already of a reach that was learned here. */
    public function tell(Learned $reach): void
    {
        // The nodes of an adapted model are not the study's.
        if ($reach->model === $this->study->model) {
            LearnedTables::know($reach, new NodeWeights($this->study->nodes, $this->holdings->sum($reach->weights, $reach->level), $this->holdings->mass));
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
        $total = max(1e-9, array_sum($this->holdings->mass));
        foreach ($this->holdings->mass as $node => $mass) {
            // Rare colours count as well, if less.
            $counts[$node] = self::IMITATED_COUNTS * ($mass / $total + 1.0 / \count($wanted)) / 2;
            $targets[$node] = ($wanted[$node] >= 0.5 ? 1.0 : -1.0) - 2 * self::PRIOR;
        }
        $weights = Ridge::solve($this->holdings->rows, $counts, $targets, $this->model->count(), self::RIDGE);

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
                foreach ($this->grownOf($number, $mark) as $pixel => $s) {
                    $sure[$pixel] = $s > $sure[$pixel] ? $s : $sure[$pixel];
                }
            }
        }

        return $sure;
    }

    /**
     * What the strokes say by themselves.
     *
     * @param array<int, Mark> $marks
     */
    private function strokes(array $marks): Evidence
    {
        $evidence = new Evidence();
        foreach ($marks as $mark) {
            $evidence->add($this->spread($mark), min(self::STROKE_COUNTS, (float) $mark->colours->count()), $mark->sign());
        }

        return $evidence;
    }

    /**
     * What they say with what they grow to; what none of them grows to counts against, unless it was wanted before.
     *
     * @param array<int, Mark> $marks
     * @param list<float>      $known by node
     */
    private function grown(array $marks, array $known): Evidence
    {
        $evidence = new Evidence();
        $at = $this->study->at;
        $rest = array_fill(0, \count($at), 1.0);
        $wanted = 0;
        foreach ($marks as $number => $mark) {
            $wanted += $mark->wanted ? 1 : 0;
            $region = [];
            $total = 0.0;
            foreach ($this->grownOf($number, $mark) as $pixel => $sure) {
                $node = $at[$pixel];
                if ($sure > self::UNSURE && $node >= 0) {
                    $region[$node] = ($region[$node] ?? 0.0) + $sure;
                    $total += $sure;
                }
                if (1.0 - $sure < $rest[$pixel]) {
                    $rest[$pixel] = 1.0 - $sure;
                }
            }
            $grows = $total > self::GROWS;
            $evidence->add($this->spread($mark), self::GROWN_COUNTS * ($grows ? self::STROKE_PART : 1.0), $mark->sign());
            if ($grows) {
                $evidence->add($region, self::GROWN_COUNTS * (1.0 - self::STROKE_PART) / $total, $mark->sign());
            }
        }
        $against = [];
        $total = 0.0;
        foreach ($rest as $pixel => $part) {
            $node = $at[$pixel];
            if ($part > 0.0 && $node >= 0 && $known[$node] <= 0.0) {
                $against[$node] = ($against[$node] ?? 0.0) + $part;
                $total += $part;
            }
        }
        if ($total > self::LEAST_REST * \count($at)) {
            $evidence->add($against, self::REST_COUNTS / max(1, $wanted) / $total, -1.0);
        }

        return $evidence;
    }

    /**
     * The colours of a stroke by node.
     *
     * @return array<int, float> shares
     */
    private function spread(Mark $mark): array
    {
        $lab = $mark->colours->in(OkLab::class);
        $shares = [];
        $n = 0;
        foreach ($this->study->nodes->nearest($lab->a, $lab->b, $lab->c) as $node) {
            if ($node >= 0) {
                $shares[$node] = ($shares[$node] ?? 0.0) + 1.0;
                ++$n;
            }
        }

        return array_map(static fn (float $count): float => $count / $n, $shares);
    }

    /** @return list<float> */
    private function grownOf(int $number, Mark $mark): array
    {
        return $this->grown[$number] ??= [] === $mark->seeds ? array_fill(0, $this->study->count(), 0.0) : $this->study->tree->grown($mark->seeds);
    }
}
