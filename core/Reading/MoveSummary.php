<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\PlaneValues;

/**
 * What one move does to one photo: how much of the picture it reaches and changes, and a pair of
 * swatches that stands for its effect.
 */
final readonly class MoveSummary
{
    /** Samples used: a tenth of a colour sample places a share within half a per cent. */
    public const SAMPLES = 4000;

    /** OKLab distance that the eye just notices side by side; common practice. */
    private const NOTICEABLE = 0.02;

    /**
     * @param float       $reached share of the picture its reach takes in, 0…1
     * @param float       $changed share of the picture it changes noticeably, 0…1
     * @param string|null $before  `#rrggbb` of the colour it changes most of, before the move
     * @param string|null $after   the same colour after the move; both null when nothing changes
     */
    private function __construct(
        public float $reached,
        public float $changed,
        public ?string $before,
        public ?string $after,
    ) {
    }

    /**
     * @param ColourBlock      $source some of the photo's colours, evenly taken; SAMPLES of them are enough
     * @param PlaneValues|null $planes what the planes of the grade are at these, each move watched
     *
     * @return list<self> one a move, in order
     */
    public static function of(Grade $grade, ColourBlock $source, ?PlaneValues $planes = null): array
    {
        $weights = Evaluator::evaluate($grade, new Colours($source), array_keys($grade->moves), $planes)->weights;
        $before = $source;
        $summaries = [];
        $moves = [];
        foreach ($grade->moves as $index => $move) {
            $moves[] = $move;
            $after = $move->acts() ? Evaluator::evaluate($grade->with($moves), new Colours($source), [], $planes)->colours : $before;
            $summaries[] = self::compare($before, $after, $weights[$index], $move);
            $before = $after;
        }

        return $summaries;
    }

    /** @param array<int, float> $weights */
    private static function compare(ColourBlock $before, ColourBlock $after, array $weights, Move $move): self
    {
        $n = $before->count();
        if (0 === $n) {
            return new self(0.0, 0.0, null, null);
        }
        $reached = array_sum($weights) / $n;
        if (!$move->acts()) {
            return new self($reached, 0.0, null, null);
        }
        $p = $before->in(OkLab::class);
        $q = $after->in(OkLab::class);
        $changed = 0;
        $total = 0.0;
        $sums = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
        for ($i = 0; $i < $n; ++$i) {
            $distance = sqrt(($p->a[$i] - $q->a[$i]) ** 2 + ($p->b[$i] - $q->b[$i]) ** 2 + ($p->c[$i] - $q->c[$i]) ** 2);
            if ($distance >= self::NOTICEABLE) {
                ++$changed;
            }
            // The swatch stands for what changed most, not for the average of everything.
            $w = $distance * $distance;
            $total += $w;
            foreach ([$p->a[$i], $p->b[$i], $p->c[$i], $q->a[$i], $q->b[$i], $q->c[$i]] as $k => $value) {
                $sums[$k] += $w * $value;
            }
        }
        if ($total < 1e-12) {
            return new self($reached, 0.0, null, null);
        }
        [$l, $a, $b, $l2, $a2, $b2] = array_map(static fn (float $sum): float => $sum / $total, $sums);

        return new self(
            $reached,
            $changed / $n,
            Hex::format(...ColourBlock::one(OkLab::class, $l, $a, $b)->in(Srgb::class)->at(0)),
            Hex::format(...ColourBlock::one(OkLab::class, $l2, $a2, $b2)->in(Srgb::class)->at(0)),
        );
    }
}
