<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Tone\Smooth;

/**
 * What a thing would look like had it been painted another colour.
 *
 * A thing under one light is c = m·b + g·s in linear light: the body's colour b times shading m, plus the light's colour s times gloss g
 * (dichromatic reflection: S. Shafer, "Using color to separate reflection components", Color Research and Application 10, 1985). Under other
 * paint b becomes another colour; shading, gloss and light stay. That is one matrix in linear RGB: b to its new colour, s to itself, and
 * what neither explains, light of another colour or texture, to a part of itself.
 *
 * A grey body cannot be told from its gloss: the nearer b is to s, the more each channel is scaled by its own ratio instead, without a jump.
 */
final readonly class Paint
{
    /** How much is kept of what neither the body's colour nor the light's explains. */
    private const REST = 0.25;
    /** Sine of the angle between body and light from which on they are told apart in full. */
    private const APART = 0.22;
    /** No channel by itself is scaled by more: a dark one would only have its noise blown up. */
    private const RATIO_MOST = 6.0;
    private const HAIR = 1e-6;

    /** @param list<float> $matrix linear sRGB to linear sRGB, row by row */
    private function __construct(public array $matrix)
    {
    }

    /**
     * @param array{0: float, 1: float, 2: float}      $body   linear sRGB
     * @param array{0: float, 1: float, 2: float}      $target what it becomes, linear sRGB
     * @param array{0: float, 1: float, 2: float} $light  linear sRGB of what is white, as the light shows it
     */
    public static function between(array $body, array $target, array $light = [1.0, 1.0, 1.0]): self
    {
        $body = self::aboveBlack($body);
        $light = self::aboveBlack($light);
        $normal = self::cross($body, $light);
        $sine = self::length($normal) / (self::length($body) * self::length($light));
        $apart = Smooth::at($sine / self::APART);
        $ratios = self::ratios($body, $target);
        if ($apart <= 0.0 || $sine < self::HAIR) {
            return new self($ratios);
        }
        $size = self::length($normal);
        $normal = [$normal[0] / $size, $normal[1] / $size, $normal[2] / $size];
        // The rows of the inverse of the matrix whose columns are body, light and normal: how much of each is in a colour.
        $inBody = self::cross($light, $normal);
        $inLight = self::cross($normal, $body);
        $paint = [];
        for ($row = 0; $row < 3; ++$row) {
            for ($column = 0; $column < 3; ++$column) {
                $paint[] = ($target[$row] * $inBody[$column] + $light[$row] * $inLight[$column]) / $size + self::REST * $normal[$row] * $normal[$column];
            }
        }

        return new self(array_map(static fn (float $own, float $ratio): float => $ratio + $apart * ($own - $ratio), $paint, $ratios));
    }

    /**
     * A hot loop.
     *
     * @param ColourBlock $colours any space
     *
     * @return ColourBlock linear sRGB, unbounded
     */
    public function apply(ColourBlock $colours): ColourBlock
    {
        $rgb = $colours->in(LinearSrgb::class);
        [$red, $green, $blue] = [$rgb->a, $rgb->b, $rgb->c];
        [$a, $b, $c, $d, $e, $f, $g, $h, $k] = $this->matrix;
        $n = \count($red);
        for ($i = 0; $i < $n; ++$i) {
            [$x, $y, $z] = [$red[$i], $green[$i], $blue[$i]];
            $red[$i] = $a * $x + $b * $y + $c * $z;
            $green[$i] = $d * $x + $e * $y + $f * $z;
            $blue[$i] = $g * $x + $h * $y + $k * $z;
        }

        return new ColourBlock(LinearSrgb::class, $red, $green, $blue);
    }

    /**
     * Each channel by its own ratio; where that would be too large, by as much as is allowed, and the rest of the way by how bright the
     * colour is as a whole.
     *
     * @param array{0: float, 1: float, 2: float} $body
     * @param array{0: float, 1: float, 2: float} $target
     *
     * @return list<float>
     */
    private static function ratios(array $body, array $target): array
    {
        $squared = self::length($body) ** 2;
        $matrix = [];
        foreach ($target as $row => $aim) {
            $ratio = min(self::RATIO_MOST, $aim / $body[$row]);
            $rest = ($aim - $ratio * $body[$row]) / $squared;
            foreach ($body as $column => $value) {
                $matrix[] = $rest * $value + ($row === $column ? $ratio : 0.0);
            }
        }

        return $matrix;
    }

    /**
     * @param array{0: float, 1: float, 2: float} $colour
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function aboveBlack(array $colour): array
    {
        return [max(self::HAIR, $colour[0]), max(self::HAIR, $colour[1]), max(self::HAIR, $colour[2])];
    }

    /**
     * @param array{0: float, 1: float, 2: float} $u
     * @param array{0: float, 1: float, 2: float} $v
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function cross(array $u, array $v): array
    {
        return [$u[1] * $v[2] - $u[2] * $v[1], $u[2] * $v[0] - $u[0] * $v[2], $u[0] * $v[1] - $u[1] * $v[0]];
    }

    /** @param array{0: float, 1: float, 2: float} $v */
    private static function length(array $v): float
    {
        return sqrt($v[0] ** 2 + $v[1] ** 2 + $v[2] ** 2);
    }
}
