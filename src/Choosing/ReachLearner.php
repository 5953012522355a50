<?php

declare(strict_types=1);

namespace Tovrin\App\Choosing;

use Tovrin\Core\Model\Study;
use Tovrin\Core\Reach\Fit\StrokeLearner;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reading\Raster;

/** Learns reaches from strokes on one photo. */
final readonly class ReachLearner
{
    private StrokeMarks $marks;

    /** @param string $photo names the photo in what is learned */
    public function __construct(Raster $raster, private Study $study, private string $photo)
    {
        $this->marks = new StrokeMarks($raster, $study);
    }

    /**
     * @param list<Stroke> $strokes oldest first
     * @param Learned|null $known   what was learned before, on this photo or on another one: how it is read is kept, and so is
     *                              what was known before its own strokes
     * @param bool         $alone   what the reach leaves alone is learned: held strokes are no less of it than wanted ones
     *
     * @return Taught|null null when none of the strokes lies on the photo
     */
    public function learn(array $strokes, ?Learned $known = null, bool $alone = false): ?Taught
    {
        if (null !== $known && $known->photo !== $this->photo) {
            $known = $known->adapted($this->study->points(), $this->photo);
        }
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
        $learner = new StrokeLearner($this->study, $model);
        ['level' => $level, 'weights' => $weights] = $learner->learn($marks, $known?->before);
        $learned = new Learned($model, $weights, $level, $known->broader ?? 0.0, $known->soft ?? Learned::SOFT, $kept, $this->photo, $known?->before);
        $learner->tell($learned);

        return new Taught($learned, $marks, $learner);
    }
}
