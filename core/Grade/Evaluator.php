<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\Anchored;

/**
 * Exact evaluation of a grade.
 *
 * Moves run in order on a running colour that is never clipped between them and changes space
 * only when a move needs another; the finished colour is brought into gamut once, at the end.
 */
final class Evaluator
{
    /**
     * @param Colours   $source the photo's colours
     * @param list<int> $watch  indices of the moves whose reach weights are wanted; a move that is off
     *                          or at rest reports the weight it would have
     */
    public static function evaluate(Grade $grade, Colours $source, array $watch = []): Evaluation
    {
        [$running, $weights] = self::running($grade, $source, $watch);

        return new Evaluation(Gamut::intoSrgb($running->working()), $weights);
    }

    /**
     * The finished colours in the encoding of a file.
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>} encoded red, green and blue, each in 0…1
     */
    public static function into(RgbEncoding $to, Grade $grade, Colours $source): array
    {
        return Gamut::into($to, self::running($grade, $source)[0]->working());
    }

    /**
     * The colours after the moves, not yet brought into gamut.
     *
     * @param list<int> $watch
     *
     * @return array{0: Colours, 1: array<int, array<int, float>>} and the weights of the watched moves
     */
    public static function running(Grade $grade, Colours $source, array $watch = []): array
    {
        $running = $source;
        $weights = [];
        // What moves further down speak of goes along with the colours, so that it is known where it has come to.
        $anchors = $come = [];
        foreach ($grade->moves as $index => $move) {
            if ($move->kind instanceof Anchored && $move->acts()) {
                $anchors[$index] = $come[$index] = new Colours($move->kind->anchors());
            }
        }
        foreach ($grade->moves as $index => $move) {
            $watched = \in_array($index, $watch, true);
            $acts = $move->acts();
            if (!$acts && !$watched) {
                continue;
            }
            $weight = $move->reach?->weights(ReadsFrom::Source === $move->reads ? $source : $running);
            if ($watched) {
                $weights[$index] = $weight ?? array_fill(0, $source->count(), 1.0);
            }
            if (!$acts) {
                continue;
            }
            $own = isset($anchors[$index]) ? [$anchors[$index], $come[$index]] : null;
            $running = self::step($move, $source, $running, $weight, $own);
            foreach ($come as $later => $colours) {
                if ($later > $index) {
                    $weight = $move->reach?->weights(ReadsFrom::Source === $move->reads ? $anchors[$later] : $colours);
                    $come[$later] = self::step($move, $anchors[$later], $colours, $weight, $own);
                }
            }
        }

        return [$running, $weights];
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
        $before = $running->in($kind::space());
        if ($kind instanceof Anchored && null !== $anchors) {
            $onSource = ReadsFrom::Source === $move->reads;
            $after = $kind->applyTo($before, ($onSource ? $source : $running)->lab(), $anchors[1]->in($kind::space()), $anchors[$onSource ? 0 : 1]->lab());
        } else {
            $after = $kind->apply($before);
        }

        // Hue and chroma are mixed as OKLab: between a grey and a colour, or between opposite hues, no third hue comes up.
        return match (true) {
            null === $weight && 1.0 === $move->strength => new Colours($after),
            OkLch::class === $after->space => self::mixPolar($running, $after, $weight, $move->strength),
            default => new Colours(self::mix($before, $after, $weight, $move->strength)),
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
