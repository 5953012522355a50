<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/**
 * A power with a straight piece near black: (a·x + b)^g + e from d on, c·x + f below.
 *
 * Source: ICC.1:2010, 10.16 (parametricCurveType, function type 4). sRGB, opRGB and ROMM RGB are all of this form.
 */
final readonly class ParametricCurve implements ToneCurve
{
    /**
     * @param float $g the power, above 0
     * @param float $a scale, above 0
     * @param float $d where the power begins, 0…1
     *
     * @throws \InvalidArgumentException when it does not rise, or is no number somewhere
     */
    public function __construct(public float $g, public float $a = 1.0, public float $b = 0.0, public float $c = 0.0, public float $d = 0.0, public float $e = 0.0, public float $f = 0.0)
    {
        $usable = $g > 0.05 && $g < 20.0 && $a > 0.0 && $d >= 0.0 && $d <= 1.0 && $a * $d + $b >= -1e-6 && ($d <= 0.0 || $c > 0.0)
            && is_finite($b) && is_finite($c) && is_finite($e) && is_finite($f) && abs($e) < 1.0 && abs($f) < 1.0;
        if (!$usable) {
            throw new \InvalidArgumentException('That is no rising tone curve.');
        }
    }

    public function decode(array $encoded): array
    {
        [$g, $a, $b, $c, $d, $e, $f] = [$this->g, $this->a, $this->b, $this->c, $this->d, $this->e, $this->f];
        $n = \count($encoded);
        for ($i = 0; $i < $n; ++$i) {
            $x = $encoded[$i];
            $size = $x < 0.0 ? -$x : $x;
            $base = $a * $size + $b;
            $y = $size >= $d ? ($base > 0.0 ? $base ** $g : 0.0) + $e : $c * $size + $f;
            $encoded[$i] = $x < 0.0 ? -$y : $y;
        }

        return $encoded;
    }

    public function encode(array $linear): array
    {
        [$g, $a, $b, $c, $d, $e, $f] = [$this->g, $this->a, $this->b, $this->c, $this->d, $this->e, $this->f];
        // The straight piece ends where its own value at d is; above that the power is turned round.
        $knee = $d > 0.0 ? $c * $d + $f : $e;
        $inverse = 1.0 / $g;
        $n = \count($linear);
        for ($i = 0; $i < $n; ++$i) {
            $x = $linear[$i];
            $size = $x < 0.0 ? -$x : $x;
            if ($size < $knee) {
                $y = $c > 0.0 ? ($size - $f) / $c : 0.0;
            } else {
                $power = $size - $e;
                $y = (($power > 0.0 ? $power ** $inverse : 0.0) - $b) / $a;
            }
            $y = $y < 0.0 ? 0.0 : $y;
            $linear[$i] = $x < 0.0 ? -$y : $y;
        }

        return $linear;
    }
}
