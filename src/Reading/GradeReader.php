<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Grade\ReadsFrom;
use Tovrin\Core\Grade\Unfolding;
use Tovrin\Core\Reading\ColourPlane;
use Tovrin\Core\Reading\MoveSummary;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Spill;
use Tovrin\Core\Reading\Spread;

/** What a grade makes of a photo, and what the move being worked on takes in. */
final readonly class GradeReader
{
    /** Samples a spread is judged by: the costliest formula, and a few thousand place it within a per cent. */
    private const SPREAD_SAMPLES = 3000;

    public function __construct(private PhotoColours $colours, private Scopes $scopes)
    {
    }

    /** @param string|null $watch id of the move being worked on */
    public function read(Photo $photo, Grade $grade, ?string $watch): ReadingsView
    {
        $at = $grade->indexOf($watch);
        $placed = $this->colours->placedSamples($photo);
        $colours = $placed->colours;
        $pots = $this->colours->pots($photo);
        $watched = null === $at ? [] : [$at];
        $planes = $placed->planes($grade, $watched);
        $evaluation = Evaluator::evaluate($grade, new Colours($colours), $watched, $planes);
        $weights = null === $at ? null : $evaluation->weights[$at];
        $middle = null === $weights ? null : Spread::middle($colours, $weights);

        return new ReadingsView(
            self::potsAfter($pots, $grade, $colours, $planes),
            null === $weights ? null : array_sum($weights) / max(1, \count($weights)),
            null === $weights ? [] : Spill::of($pots, $colours, $weights),
            null === $middle ? null : Hex::format(...ColourBlock::of(OkLab::class, [$middle])->in(Srgb::class)->at(0)),
            null === $weights ? null : self::spread($colours, $evaluation->colours, $weights),
            null === $at ? null : WidenedView::of($grade->moves[$at]),
            $this->scopes->read($photo, $evaluation->colours),
        );
    }

    /**
     * Where a move's reach lies on a plane of the bench.
     *
     * @return list<array{0: int, 1: int, 2: float}> column, row (0 at the foot), mean weight of what lies there
     */
    public function lit(Photo $photo, Grade $grade, string $watch, string $plane, float $chromaTop): array
    {
        $at = $grade->indexOf($watch);
        if (null === $at) {
            return [];
        }
        $colours = new Colours($this->colours->readingSamples($photo));
        $move = $grade->moves[$at];
        // The bench is about colours alone, wherever they lie. On the photo's own the moves above need not be worked out.
        $weights = ReadsFrom::Source === $move->reads && null !== ($reach = Unfolding::of($move)->reach) ? $reach->weights($colours) : Evaluator::evaluate($grade, $colours, [$at])->weights[$at];

        return ColourPlane::weights($colours->lch(), $weights, $plane, $chromaTop);
    }

    /** @return list<MoveView> one a move, in order */
    public function summary(Photo $photo, Grade $grade): array
    {
        $views = [];
        $placed = $this->colours->placedDigest($photo)->thinned(MoveSummary::SAMPLES);
        foreach (MoveSummary::of($grade, $placed->colours, $placed->planes($grade, array_keys($grade->moves))) as $index => $summary) {
            $views[] = MoveView::of($grade->moves[$index]->id, $summary);
        }

        return $views;
    }

    /**
     * @param ColourBlock      $colours of the photo
     * @param PlaneValues|null $planes  what the planes of the grade are at these
     *
     * @return list<array{after: string, difference: float}>
     */
    private static function potsAfter(Pots $pots, Grade $grade, ColourBlock $colours, ?PlaneValues $planes): array
    {
        $before = ColourBlock::of(OkLab::class, $pots->centres);
        // A pot has no place: it changes as far as what belongs to it lies in an area, on average.
        $there = null === $planes ? null : new PlaneValues($planes->planes, array_map(static fn (array $values): array => $pots->means($colours, $values), $planes->values));
        $after = Evaluator::evaluate($grade, new Colours($before), [], $there)->colours;
        $differences = DeltaE2000::between($before, $after);
        $views = [];
        foreach (array_keys($pots->centres) as $index) {
            $views[] = ['after' => Hex::format(...$after->at($index)), 'difference' => $differences[$index]];
        }

        return $views;
    }

    /**
     * @param array<int, float> $weights
     *
     * @return array{before: float, after: float}
     */
    private static function spread(ColourBlock $before, ColourBlock $after, array $weights): array
    {
        $few = (new ColourBlock(OkLab::class, $weights, $weights, $weights))->thinned(self::SPREAD_SAMPLES)->a;

        return ['before' => Spread::of($before->thinned(self::SPREAD_SAMPLES), $few), 'after' => Spread::of($after->thinned(self::SPREAD_SAMPLES), $few)];
    }
}
