<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Model\Table\TableShelf;
use Tovrin\Core\Reach\Fit\Learning;
use Tovrin\Core\Reach\Fit\Mark;
use Tovrin\Core\Reach\Fit\StrokeLearner;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reading\Raster;

/** Learns reaches from strokes on one photo. */
final class ReachLearner
{
    private readonly StrokeMarks $marks;
    private ?StrokeLearner $learner = null;
    private ?ColourModel $model = null;
    /** @var array<string, Learning> what strokes have taught lately, by the name of them and of all before them */
    private array $learned = [];

    /**
     * @param string          $photo names the photo in what is learned
     * @param TableShelf|null $shelf keeps what strokes have taught, so that the next one is learned as quickly as the first
     */
    public function __construct(Raster $raster, private readonly Study $study, private readonly string $photo, private readonly ?TableShelf $shelf = null)
    {
        $this->marks = new StrokeMarks($raster, $study);
    }

    /**
     * @param list<Stroke> $strokes oldest first
     * @param Learned|null $known   what was learned before, on this photo or on another one: how it is read is kept, and so is
     *                              what was known before its own strokes
     * @param bool         $alone   what the reach leaves alone is learned: held strokes are no less of it than wanted ones
     *
     * @return LearningResult|null null when none of the strokes lies on the photo
     */
    public function learn(array $strokes, ?Learned $known = null, bool $alone = false): ?LearningResult
    {
        $known = $known?->adapted($this->study->points(...), $this->photo);
        $kept = $marks = [];
        foreach ($strokes as $number => $stroke) {
            $mark = $this->marks->of($stroke, $alone || $stroke->wanted);
            if (null !== $mark) {
                $marks[$number] = $mark;
                $kept[] = new Stroke($stroke->wanted, $stroke->shape, Stroke::thinned($stroke->points), StrokeMarks::swatch($mark->colours));
            }
        }
        if ([] === $marks) {
            return null;
        }
        $model = $known->model ?? $this->study->model;
        $learner = $this->learnerFor($model);
        $names = $this->names($marks, $model, $known?->before);
        ['level' => $level, 'weights' => $weights, 'gradients' => $gradients, 'learning' => $learning] = $learner->learn($marks, $known?->before, $this->before($names, $marks, $model->count()));
        $this->keep($names[array_key_last($names)], $learning);
        $learned = new Learned($model, $weights, $level, $known->broader ?? 0.0, $known->soft ?? Learned::SOFT, $kept, $this->photo, $known?->before, $gradients);
        $learner->tell($learned);

        return new LearningResult($learned, $marks, $learner);
    }

    private function learnerFor(ColourModel $model): StrokeLearner
    {
        if (null === $this->learner || $this->model !== $model) {
            [$this->learner, $this->model] = [new StrokeLearner($this->study, $model), $model];
        }

        return $this->learner;
    }

    /**
     * Names for what the first mark, the first two and so on have taught.
     *
     * @param non-empty-array<int, Mark>                     $marks
     * @param array{level: float, weights: list<float>}|null $before
     *
     * @return non-empty-array<int, string> by number of the last of them
     */
    private function names(array $marks, ColourModel $model, ?array $before): array
    {
        $name = (new Learned($model, $before['weights'] ?? array_fill(0, $model->count(), 0.0), $before['level'] ?? 0.0))->key().$this->photo.StrokeLearner::FORM;
        $names = [];
        foreach ($marks as $number => $mark) {
            $names[$number] = $name = hash('xxh128', $name.pack('V3', $number, $mark->wanted, \count($mark->seeds)).pack('V*', ...$mark->seeds).pack('e*', ...$mark->colours->a, ...$mark->colours->b, ...$mark->colours->c));
        }

        return $names;
    }

    /**
     * What as many as possible of the first marks have taught already.
     *
     * @param array<int, string> $names
     * @param array<int, Mark>   $marks
     */
    private function before(array $names, array $marks, int $components): ?Learning
    {
        foreach (array_reverse($names, true) as $name) {
            $bytes = isset($this->learned[$name]) ? null : $this->shelf?->get('strokes'.$name);
            $learning = $this->learned[$name] ?? (null === $bytes ? null : Learning::fromBytes($bytes, $components));
            if (null !== $learning && [] === array_diff_key($learning->trusts, $marks)) {
                return $learning;
            }
        }

        return null;
    }

    private function keep(string $name, Learning $learning): void
    {
        if (!isset($this->learned[$name])) {
            $this->learned = [$name => $learning] + \array_slice($this->learned, 0, 30);
            $this->shelf?->put('strokes'.$name, $learning->toBytes());
        }
    }
}
