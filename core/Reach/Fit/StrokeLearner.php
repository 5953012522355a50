<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Holdings;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Table\Tables;

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

    private readonly Holdings $holdings;
    /** @var array<int, list<float>> what each mark grew to, by number */
    private array $grown = [];

    /** @param ColourModel $model the study's own, or one that was adapted to its photo */
    public function __construct(private readonly Study $study, private readonly ColourModel $model)
    {
        $this->holdings = Holdings::of($model->scales, $study->nodes->points());
    }

    /**
     * @param non-empty-list<Mark>                              $marks
     * @param array{level: float, weights: list<float>}|null $before what is known already
     *
     * @return array{level: float, weights: list<float>} as in Learned
     */
    public function learn(array $marks, ?array $before = null): array
    {
        $n = $this->model->count();
        $known = null === $before ? array_fill(0, $this->study->nodes->count(), 2 * self::PRIOR) : $this->holdings->sum($before['weights'], $before['level']);
        $strokes = $this->strokes($marks, $known);
        $grown = $this->grown($marks, $known);
        $one = Ridge::solve($this->holdings->rows, $strokes[0], $strokes[1], $n, self::RIDGE);
        $two = Ridge::solve($this->holdings->rows, $grown[0], $grown[1], $n, self::RIDGE);
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
            Tables::know($reach, $this->study->nodes, $this->holdings->sum($reach->weights, $reach->level), $this->holdings->mass);
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
     * How surely each pixel of the study belongs to what the marks of one sign grew to.
     *
     * @param list<Mark> $marks
     *
     * @return list<float> 0…1
     */
    public function region(array $marks, bool $wanted): array
    {
        $sure = array_fill(0, $this->study->count(), 0.0);
        foreach ($marks as $number => $mark) {
            if ($mark->wanted === $wanted) {
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
     * @param list<Mark>  $marks
     * @param list<float> $known by node
     *
     * @return array{0: array<int, float>, 1: array<int, float>} counts and targets by node
     */
    private function strokes(array $marks, array $known): array
    {
        $counts = $sums = [];
        foreach ($marks as $mark) {
            $count = min(self::STROKE_COUNTS, (float) $mark->colours->count());
            foreach ($this->spread($mark) as $node => $share) {
                $counts[$node] = ($counts[$node] ?? 0.0) + $count * $share;
                $sums[$node] = ($sums[$node] ?? 0.0) + ($mark->wanted ? $count : -$count) * $share;
            }
        }

        return [$counts, self::targets($counts, $sums, $known)];
    }

    /**
     * What they say with what they grow to; what none of them grows to counts against, unless it was wanted before.
     *
     * @param list<Mark>  $marks
     * @param list<float> $known by node
     *
     * @return array{0: array<int, float>, 1: array<int, float>} counts and targets by node
     */
    private function grown(array $marks, array $known): array
    {
        $at = $this->study->at;
        $rest = array_fill(0, \count($at), 1.0);
        $counts = $sums = [];
        $wanted = 0;
        foreach ($marks as $number => $mark) {
            $wanted += $mark->wanted ? 1 : 0;
            $sign = $mark->wanted ? 1.0 : -1.0;
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
            $stroke = $total > 3.0 ? self::STROKE_PART : 1.0;
            foreach ($this->spread($mark) as $node => $share) {
                $counts[$node] = ($counts[$node] ?? 0.0) + self::GROWN_COUNTS * $stroke * $share;
                $sums[$node] = ($sums[$node] ?? 0.0) + $sign * self::GROWN_COUNTS * $stroke * $share;
            }
            if ($total > 3.0) {
                $each = self::GROWN_COUNTS * (1.0 - self::STROKE_PART) / $total;
                foreach ($region as $node => $sure) {
                    $counts[$node] = ($counts[$node] ?? 0.0) + $each * $sure;
                    $sums[$node] = ($sums[$node] ?? 0.0) + $sign * $each * $sure;
                }
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
        if ($total > 0.0025 * \count($at)) {
            $each = self::REST_COUNTS / max(1, $wanted) / $total;
            foreach ($against as $node => $part) {
                $counts[$node] = ($counts[$node] ?? 0.0) + $each * $part;
                $sums[$node] = ($sums[$node] ?? 0.0) - $each * $part;
            }
        }

        return [$counts, self::targets($counts, $sums, $known)];
    }

    /**
     * What is to be added to what is known: both regressions bring half of it.
     *
     * @param array<int, float> $counts by node
     * @param array<int, float> $sums   of wanted (+1) and held (−1) by node
     * @param list<float>       $known  by node
     *
     * @return array<int, float>
     */
    private static function targets(array $counts, array $sums, array $known): array
    {
        $targets = [];
        foreach ($counts as $node => $count) {
            $targets[$node] = ($count > 0.0 ? $sums[$node] / $count : 0.0) - $known[$node] / 2;
        }

        return $targets;
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
