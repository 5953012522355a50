<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\Anchored;
use Tovrin\Core\Move\KnowsLight;
use Tovrin\Core\Move\UnderLight;
use Tovrin\Core\Reach\Reach;

/** Colours on their way through the moves of a grade. */
final class Run
{
    public Colours $running;

    /** @var array<int, array<int, float>> by index of the move: how much it acts on each colour */
    public array $weights = [];

    /** @var array<int, Colours> what moves further down speak of goes along, so that it is known where it has come to */
    private array $come = [];
    /** @var array<int, int> the move that it goes along from */
    private array $begins = [];
    /** @var array<int, Colours> */
    private array $anchors = [];
    /** @var array<int, Reach|null> of the moves that are gone through, as they act */
    private array $reaches = [];
    /** @var \WeakMap<Reach, array<int, float>> what reaches weigh the photo's own colours, where these are gone through again */
    private \WeakMap $weighed;

    public function __construct(private readonly Grade $grade, private Colours $source, private ?PlaneValues $planes)
    {
        $this->running = $source;
        $this->weighed = new \WeakMap();
        $white = null;
        $told = 0;
        foreach ($grade->moves as $index => $move) {
            $this->reaches[$index] = Unfolding::of($move)->reach;
            if (!$move->acts()) {
                continue;
            }
            if ($move->kind instanceof Anchored) {
                $this->goAlong($index, 0, $move->kind->anchors());
            } elseif ($move->kind instanceof KnowsLight && null !== ($light = $move->kind->light())) {
                [$white, $told] = [$light, $index];
            } elseif ($move->kind instanceof UnderLight && null !== $white) {
                $this->goAlong($index, $told, $white);
            }
        }
    }

    /**
     * The same colours, as far as they have come, on the way of another grade that begins with the same moves.
     *
     * @param int $index of the first move that they have not come through
     */
    public function onto(Grade $grade, int $index): self
    {
        $other = new self($grade, $this->source, $this->planes);
        for ($i = 0; $i < $index; ++$i) {
            // What the moves further down speak of may be others: few colours, which go all the way again.
            if ($grade->moves[$i]->acts()) {
                $other->bring($i);
            }
        }
        [$other->running, $other->weights, $other->weighed] = [$this->running, $this->weights, $this->weighed];

        return $other;
    }

    private function goAlong(int $index, int $from, ColourBlock $colours): void
    {
        $this->anchors[$index] = $this->come[$index] = new Colours($colours);
        $this->begins[$index] = $from;
    }

    /** Through the next move; to be called for each in order. */
    public function through(int $index, bool $watched): void
    {
        $move = $this->grade->moves[$index];
        $acts = $move->acts();
        if (!$acts && !$watched) {
            return;
        }
        $weight = true === $this->planes?->replacesReach($index) ? null : $this->weigh($this->reaches[$index], $move->reads);
        $weight = null === $this->planes ? $weight : $this->planes->weights($index, $weight);
        if ($watched) {
            $this->weights[$index] = $weight ?? array_fill(0, $this->source->count(), 1.0);
        }
        if (!$acts) {
            return;
        }
        $this->running = self::step($move, $this->source, $this->running, $weight, $this->own($index));
        $this->bring($index);
    }

    /** What the moves further down speak of, through a move that acts. */
    private function bring(int $index): void
    {
        $move = $this->grade->moves[$index];
        $own = $this->own($index);
        foreach ($this->come as $later => $colours) {
            if ($later > $index && $index >= $this->begins[$later]) {
                // They are colours without a place: as if they lay within the area.
                $weight = $this->reaches[$index]?->weights(ReadsFrom::Source === $move->reads ? $this->anchors[$later] : $colours);
                $this->come[$later] = self::step($move, $this->anchors[$later], $colours, $weight, $own);
            }
        }
    }

    /** @return array{0: Colours, 1: Colours}|null what a move speaks of, on the photo and as it has come */
    private function own(int $index): ?array
    {
        return isset($this->anchors[$index]) ? [$this->anchors[$index], $this->come[$index]] : null;
    }

    /** @return array<int, float>|null null is 1 everywhere */
    private function weigh(?Reach $reach, ReadsFrom $reads): ?array
    {
        if (null === $reach || ReadsFrom::Running === $reads) {
            return $reach?->weights($this->running);
        }

        return $this->weighed[$reach] ??= $reach->weights($this->source);
    }

    /**
     * From here on as many times, one after the other, as a plane has levels.
     *
     * @param non-empty-list<float> $levels
     */
    public function spread(int $plane, array $levels): void
    {
        \assert(null !== $this->planes);
        $times = \count($levels);
        $this->planes = $this->planes->spread($plane, $levels, $this->source->count());
        $this->source = $this->source->repeated($times);
        $this->weighed = new \WeakMap();
        $this->running = $this->running->repeated($times);
        $this->weights = array_map(static fn (array $own): array => array_merge(...array_fill(0, $times, $own)), $this->weights);
    }

    /**
     * One move.
     *
     * @param array<int, float>|null                $weight  null is 1 everywhere
     * @param array{0: Colours, 1: Colours}|null $anchors what the move speaks of, on the photo and as it has come
     */
    private static function step(Move $move, Colours $source, Colours $running, ?array $weight, ?array $anchors): Colours
    {
        $kind = $move->kind;
        $amount = $move->amount();
        $before = $running->in($kind::space());
        if ($kind instanceof Anchored && null !== $anchors) {
            $onSource = ReadsFrom::Source === $move->reads;
            $after = $kind->applyTo($before, ($onSource ? $source : $running)->lab(), $anchors[1]->in($kind::space()), $anchors[$onSource ? 0 : 1]->lab());
        } elseif ($kind instanceof UnderLight) {
            $after = $kind->underLight($before, null === $anchors ? null : $anchors[1]->working());
        } else {
            $after = $kind->apply($before);
        }

        // Hue and chroma are mixed as OKLab: between a grey and a colour, or between opposite hues, no third hue comes up.
        return match (true) {
            null === $weight && 1.0 === $amount => new Colours($after),
            OkLch::class === $after->space => self::mixPolar($running, $after, $weight, $amount),
            default => new Colours(self::mix($before, $after, $weight, $amount)),
        };
    }

    /**
     * The same in OKLab of a result in OKLCh: a hot loop. Both spaces come out, since the next move usually wants OKLCh
     * again and most of a photo is out of reach or in it altogether, where nothing has to be computed anew.
     *
     * @param ColourBlock            $after   OKLCh
     * @param array<int, float>|null $weights null is 1 everywhere
     */
    private static function mixPolar(Colours $before, ColourBlock $after, ?array $weights, float $strength): Colours
    {
        [$lab, $lch] = [$before->lab(), $before->lch()];
        [$light, $green, $blue] = [$lab->a, $lab->b, $lab->c];
        [$chroma, $hue] = [$lch->b, $lch->c];
        [$toLight, $toChroma, $toHue] = [$after->a, $after->b, $after->c];
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $w = null === $weights ? $strength : $strength * $weights[$i];
            if (0.0 === $w) {
                continue;
            }
            $angle = $toHue[$i] * \M_PI / 180.0;
            $a = $toChroma[$i] * cos($angle);
            $b = $toChroma[$i] * sin($angle);
            if (1.0 === $w) {
                $light[$i] = $toLight[$i];
                $chroma[$i] = $toChroma[$i];
                $hue[$i] = $toHue[$i];
            } else {
                $light[$i] += $w * ($toLight[$i] - $light[$i]);
                $a = $green[$i] + $w * ($a - $green[$i]);
                $b = $blue[$i] + $w * ($b - $blue[$i]);
                $chroma[$i] = sqrt($a * $a + $b * $b);
                $hue[$i] = atan2($b, $a) * 180.0 / \M_PI;
            }
            $green[$i] = $a;
            $blue[$i] = $b;
        }

        return Colours::inBoth(new ColourBlock(OkLab::class, $light, $green, $blue), new ColourBlock(OkLch::class, $light, $chroma, $hue));
    }

    /**
     * before + weight × strength × (after − before), channel by channel; both in one space.
     *
     * @param array<int, float>|null $weights null is 1 everywhere
     */
    private static function mix(ColourBlock $before, ColourBlock $after, ?array $weights, float $strength): ColourBlock
    {
        $a = $after->a;
        $b = $after->b;
        $c = $after->c;
        // Locals: reaching into an object for every value is what would take the time here.
        $x = $before->a;
        $y = $before->b;
        $z = $before->c;
        $n = \count($a);
        if (null === $weights) {
            for ($i = 0; $i < $n; ++$i) {
                $a[$i] = $x[$i] + $strength * ($a[$i] - $x[$i]);
                $b[$i] = $y[$i] + $strength * ($b[$i] - $y[$i]);
                $c[$i] = $z[$i] + $strength * ($c[$i] - $z[$i]);
            }
        } else {
            for ($i = 0; $i < $n; ++$i) {
                $w = $strength * $weights[$i];
                $a[$i] = $x[$i] + $w * ($a[$i] - $x[$i]);
                $b[$i] = $y[$i] + $w * ($b[$i] - $y[$i]);
                $c[$i] = $z[$i] + $w * ($c[$i] - $z[$i]);
            }
        }

        return new ColourBlock($after->space, $a, $b, $c);
    }
}
