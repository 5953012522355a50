<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/**
 * A tone curve given by its values at equal steps, straight between them.
 *
 * Source: ICC.1:2010, 10.5 (curveType).
 */
final readonly class SampledCurve implements ToneCurve
{
    /**
     * @param list<float> $values linear light, two or more, never falling, the last above the first
     *
     * @throws \InvalidArgumentException when they fall somewhere or are all the same
     */
    public function __construct(public array $values)
    {
        $last = -1.0;
        foreach ($values as $value) {
            if (!($value >= $last)) {
                throw new \InvalidArgumentException('That is no rising tone curve.');
            }
            $last = $value;
        }
        if (\count($values) < 2 || $values[0] >= $last) {
            throw new \InvalidArgumentException('That is no rising tone curve.');
        }
    }

    public function decode(array $encoded): array
    {
        $values = $this->values;
        $top = \count($values) - 1;
        $n = \count($encoded);
        for ($i = 0; $i < $n; ++$i) {
            $x = $encoded[$i];
            $at = ($x < 0.0 ? -$x : $x) * $top;
            $k = $at >= $top ? $top - 1 : (int) $at;
            $y = $values[$k] + ($at - $k) * ($values[$k + 1] - $values[$k]);
            $encoded[$i] = $x < 0.0 ? -$y : $y;
        }

        return $encoded;
    }

    public function encode(array $linear): array
    {
        $values = $this->values;
        $top = \count($values) - 1;
        $n = \count($linear);
        for ($i = 0; $i < $n; ++$i) {
            $x = $linear[$i];
            $size = $x < 0.0 ? -$x : $x;
            // The last step whose start is not above the value.
            $low = 0;
            $high = $top - 1;
            while ($low < $high) {
                $middle = ($low + $high + 1) >> 1;
                if ($values[$middle] <= $size) {
                    $low = $middle;
                } else {
                    $high = $middle - 1;
                }
            }
            $rise = $values[$low + 1] - $values[$low];
            $y = ($low + ($rise > 0.0 ? ($size - $values[$low]) / $rise : 0.0)) / $top;
            $y = $y < 0.0 ? 0.0 : $y;
            $linear[$i] = $x < 0.0 ? -$y : $y;
        }

        return $linear;
    }
}
