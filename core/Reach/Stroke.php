<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

/** What the user marked on a photo. */
final readonly class Stroke
{
    /** Places that are kept of one stroke; more say no more. */
    public const MOST_POINTS = 24;

    /**
     * @param bool                                          $wanted whether it is to move, or to stay put
     * @param non-empty-list<array{0: float, 1: float}> $points shares of the photo's width and height
     * @param string                                        $colour mean colour under it, `#rrggbb`
     */
    public function __construct(public bool $wanted, public StrokeShape $shape, public array $points, public string $colour)
    {
    }

    /**
     * Fewer places of a long stroke, evenly along it and with both ends.
     *
     * @param non-empty-list<array{0: float, 1: float}> $points
     *
     * @return non-empty-list<array{0: float, 1: float}>
     */
    public static function thinned(array $points): array
    {
        $n = \count($points);
        $most = min($n, self::MOST_POINTS);
        $kept = [[round($points[0][0], 4), round($points[0][1], 4)]];
        for ($i = 1; $i < $most; ++$i) {
            [$x, $y] = $points[intdiv($i * ($n - 1), $most - 1)];
            $kept[] = [round($x, 4), round($y, 4)];
        }

        return $kept;
    }
}
