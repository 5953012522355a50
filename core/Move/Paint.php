<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Tone\Shoulder;
use Tovrin\Core\Tone\Smooth;

/**
 * What a thing would look like had it been painted another colour.
 *
 * A thing's light is c = e·b + g·s: its body's colour b times the light e that falls on it, channel by channel, plus the light's own colour
 * s times gloss g (dichromatic reflection: S. Shafer, "Using color to separate reflection components", Color Research and Application 10,
 * 1985). Under other paint b becomes another colour; light and gloss stay. Relative to its body a colour is c/b = e + g·s/b; by least squares
 * it is m + g·s/b with one m for all channels; what is left, such as the colour of shade, falls on the new paint as it did on the old, but
 * never more of it than there was. That is one matrix, in light as the scene had it (see Shoulder).
 *
 * What has less than nothing of the body, as colours opposite to it have, is no part of the thing; the paint has nothing to fall on there.
 *
 * A grey body cannot be told from its gloss: the nearer b is to s, the more each channel is scaled by its own ratio instead, without a jump.
 */
final readonly class Paint
{
    /** Sine of the angle between body and light from which on they are told apart in full. */
    private const APART = 0.26;
    /** No channel by itself is scaled by more: a dark one would only have its noise blown up. */
    private const RATIO_MOST = 6.0;
    private const HAIR = 1e-6;

    /**
     * @param list<float>                         $matrix  in linear sRGB, of the scene's light, row by row
     * @param array<int, float>                   $shading how much body is in red, in green and in blue
     * @param array{0: float, 1: float, 2: float} $change  what one body becomes less what it was
     */
    private function __construct(public array $matrix, private array $shading = [0.0, 0.0, 0.0], private array $change = [0.0, 0.0, 0.0])
    {
    }

    /**
     * @param array{0: float, 1: float, 2: float}      $body   linear sRGB
     * @param array{0: float, 1: float, 2: float}      $target what it becomes, linear sRGB
     * @param array{0: float, 1: float, 2: float} $light  linear sRGB of what is white, as the light shows it
     */
    public static function between(array $body, array $target, array $light = [1.0, 1.0, 1.0]): self
    {
        [$body, $target, $light] = [self::aboveBlack(Shoulder::undone($body)), Shoulder::undone($target), self::aboveBlack(Shoulder::undone($light))];
        $sine = self::length(self::cross($body, $light)) / (self::length($body) * self::length($light));
        $apart = Smooth::at($sine / self::APART);
        $ratios = self::ratios($body, $target);
        if ($apart <= 0.0 || $sine < self::HAIR) {
            return new self($ratios);
        }
        // Each channel counts as it is bright in the body: a dark one is noise for the most part.
        $all = array_sum($body);
        $mean = array_sum($light) / $all;
        $relative = array_map(static fn (float $light, float $body): float => $light / $body, $light, $body);
        $spread = array_sum(array_map(static fn (float $one, float $body): float => $body / $all * ($one - $mean) ** 2, $relative, $body));
        $gloss = array_map(static fn (float $one): float => ($one - $mean) / ($all * $spread), $relative);
        $shading = array_map(static fn (float $gloss): float => 1.0 / $all - $mean * $gloss, $gloss);
        $paint = [];
        foreach ($body as $row => $own) {
            // What is left is also noise, and what is no part of the thing: neither is to be blown up.
            $kept = min($target[$row], $own);
            foreach ($gloss as $column => $part) {
                $rest = ($row === $column ? 1.0 / $own : 0.0) - $relative[$row] * $part - $shading[$column];
                $paint[] = $target[$row] * $shading[$column] + $light[$row] * $part + $kept * $rest;
            }
        }

        return new self(
            array_map(static fn (float $own, float $ratio): float => $ratio + $apart * ($own - $ratio), $paint, $ratios),
            $shading,
            [$apart * ($target[0] - $body[0]), $apart * ($target[1] - $body[1]), $apart * ($target[2] - $body[2])],
        );
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
        [$red, $green, $blue] = [Shoulder::undone($rgb->a), Shoulder::undone($rgb->b), Shoulder::undone($rgb->c)];
        [$a, $b, $c, $d, $e, $f, $g, $h, $k] = $this->matrix;
        [$p, $q, $r] = $this->shading;
        [$u, $v, $w] = $this->change;
        $n = \count($red);
        for ($i = 0; $i < $n; ++$i) {
            [$x, $y, $z] = [$red[$i], $green[$i], $blue[$i]];
            $shade = $p * $x + $q * $y + $r * $z;
            $shade = $shade < 0.0 ? $shade : 0.0;
            $red[$i] = $a * $x + $b * $y + $c * $z - $shade * $u;
            $green[$i] = $d * $x + $e * $y + $f * $z - $shade * $v;
            $blue[$i] = $g * $x + $h * $y + $k * $z - $shade * $w;
        }

        return new ColourBlock(LinearSrgb::class, Shoulder::done($red), Shoulder::done($green), Shoulder::done($blue));
    }

    /**
     * Each channel by its own ratio; where that would be too large, by as much as is allowed, and the rest of the way by how bright the
     * colour is as a whole.
     *
     * @param array{0: float, 1: float, 2: float} $body
     * @param array<int, float>                   $target
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
     * @param array<int, float> $colour
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
