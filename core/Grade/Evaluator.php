<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Gamut;

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
     * @param PlaneValues|null $planes where the colours lie, for moves that are limited to an area or softened; without it they act
     *                          everywhere, by their reach alone
     */
    public static function evaluate(Grade $grade, Colours $source, array $watch = [], ?PlaneValues $planes = null): Evaluation
    {
        [$running, $weights] = self::running($grade, $source, $watch, $planes);

        return new Evaluation(Gamut::intoSrgb($running->working()), $weights);
    }

    /**
     * The finished colours in the encoding of a file.
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>} encoded red, green and blue, each in 0…1
     */
    public static function into(RgbEncoding $to, Grade $grade, Colours $source, ?PlaneValues $planes = null): array
    {
        return Gamut::into($to, self::running($grade, $source, [], $planes)[0]->working());
    }

    /**
     * The colours after the moves, not yet brought into gamut.
     *
     * @param list<int> $watch
     *
     * @return array{0: Colours, 1: array<int, array<int, float>>} and the weights of the watched moves
     */
    public static function running(Grade $grade, Colours $source, array $watch = [], ?PlaneValues $planes = null): array
    {
        $run = new Run($grade, $source, $planes);
        foreach (array_keys($grade->moves) as $index) {
            $run->through($index, \in_array($index, $watch, true));
        }

        return [$run->running, $run->weights];
    }

    /**
     * The same with each plane at each of some levels, one after the other: the colours at the first level of all planes come first,
     * then at the second of the first plane and so on, so that the last plane runs slowest. What comes before the first move that has
     * a plane is worked out once.
     *
     * @param list<non-empty-list<float>> $levels of each plane, 0…1
     * @param list<int>                   $watch
     *
     * @return array{0: Colours, 1: array<int, array<int, float>>}
     */
    public static function stack(Grade $grade, Colours $source, Planes $planes, array $levels, array $watch = []): array
    {
        $run = new Run($grade, $source, new PlaneValues($planes, []));
        $next = 0;
        foreach (array_keys($grade->moves) as $index) {
            if (($planes->of[$index] ?? -1) === $next) {
                $run->spread($next, $levels[$next]);
                ++$next;
            }
            $run->through($index, \in_array($index, $watch, true));
        }

        return [$run->running, $run->weights];
    }
}
