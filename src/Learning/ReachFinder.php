<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Entity\Photo;
use Tovrin\Core\Model\Table\TableShelf;
use Tovrin\Core\Reach\Fit\StrokeLearner;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\Windows;
use Tovrin\Core\Reading\Pots;

/** Makes reaches from what the user marks on a photo. */
final readonly class ReachFinder
{
    public function __construct(private PhotoColours $colours, private TableShelf $shelf)
    {
    }

    /**
     * @param list<Sample> $samples all that is marked on this photo, oldest first; only the last one can still be new to the user
     * @param Reach|null   $base    the reach so far: its windows, its held colours, how it is read, and what was known before
     *                              the samples stay
     * @param bool         $alone   the reach alone, which comes sooner, without what there is to say of it
     */
    public function fromSamples(Photo $photo, array $samples, ?Reach $base, bool $alone = false): FitView
    {
        $base ??= new Reach();
        $study = $this->colours->study($photo);
        $raster = $this->colours->raster($photo);
        if (null === $base->learned && !$base->windows->isOpen()) {
            // Strokes go on from windows by what these take in; left in place, they would keep out what is marked now.
            $known = (new StrokeLearner($study, $study->model))->imitate(array_values($base->windows->weights($study->colours())));
            $base = $base->with(new Learned($study->model, $known['weights'], $known['level'], photo: $photo->storeKey(), before: $known), Windows::class);
        }
        $strokes = array_map(static fn (Sample $s): Stroke => new Stroke(SampleAs::Wanted === $s->as, $s->shape, array_map(self::place(...), $s->points), '#808080'), $samples);
        $learner = new ReachLearner($raster, $study, $photo->storeKey(), $this->shelf);
        // One adaptation for both, so that they can be compared.
        $known = $base->learned?->adapted($study->points(...), $photo->storeKey());
        $before = !$alone && \count($strokes) > 1 ? $learner->learn(\array_slice($strokes, 0, -1), $known, $base->invert) : null;
        $result = $learner->learn($strokes, $known, $base->invert);
        $newest = \count($strokes) - 1;
        $notes = match (true) {
            $newest < 0 => [],
            !isset($result->marks[$newest]) => ['A stroke outside the photo was ignored.'],
            $result->marks[$newest]->cut => ['The part outside the photo was ignored.'],
            default => [],
        };
        if (null === $result) {
            return FitView::ofReach($base->with(self::asBefore($base->learned, $photo->storeKey()), Learned::class), $notes);
        }
        $reach = $base->with($result->learned, Learned::class);
        if ($alone) {
            return FitView::ofReach($reach, $notes);
        }

        $pots = $this->colours->pots($photo);
        $change = null === $before || $base->invert ? null : ChangeView::of(Change::between($before, $result, $study), $pots, $study);

        return FitView::taught($reach, $result, $base->invert ? null : Unmarked::largest($result, $study, $pots), $change, $notes);
    }

    /** @return FitView|null null when the photo has no such pot */
    public function aroundPot(Photo $photo, int $pot): ?FitView
    {
        $pots = $this->colours->pots($photo);
        if ($pot >= $pots->count()) {
            return null;
        }
        $study = $this->colours->study($photo);
        $around = Learned::around($study->model, Pots::SCALE, $pots->families[$pot]);
        $learned = new Learned($study->model, $around->weights, $around->level, photo: $photo->storeKey(), before: ['level' => $around->level, 'weights' => $around->weights]);
        [$reached, $all] = $pots->reached($study, array_values($learned->weights($study->colours())))[$pot];

        return FitView::ofReach(new Reach([$learned]), [], $reached / max(1, $all));
    }

    /**
     * Far beside the photo is as good as just beside it.
     *
     * @param array{0: float|int, 1: float|int} $point
     *
     * @return array{0: float, 1: float}
     */
    private static function place(array $point): array
    {
        return [max(-1.0, min(2.0, (float) $point[0])), max(-1.0, min(2.0, (float) $point[1]))];
    }

    /** Without any stroke left, what was known before them. */
    private static function asBefore(?Learned $learned, string $photo): ?Learned
    {
        return null === $learned?->before ? null : new Learned($learned->model, $learned->before['weights'], $learned->before['level'], $learned->broader, $learned->soft, [], $photo, $learned->before);
    }
}
