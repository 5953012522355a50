<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;

/**
 * What the numbers of a picture mean: primaries, and a tone curve for each channel. Grades are evaluated from a photo's own
 * encoding to that of the finished file; neither needs to be sRGB.
 */
final readonly class RgbEncoding
{
    /**
     * @param string                                   $title  what people call it
     * @param array{ToneCurve, ToneCurve, ToneCurve} $curves of red, green and blue
     */
    public function __construct(public string $title, public Primaries $primaries, public array $curves)
    {
    }

    /** One curve for all three channels. */
    public static function of(string $title, Primaries $primaries, ToneCurve $curve): self
    {
        return new self($title, $primaries, [$curve, $curve, $curve]);
    }

    /**
     * Colours of this encoding in linear sRGB, unbounded.
     *
     * @param array<int, float> $red   encoded, 0…1
     * @param array<int, float> $green as long
     * @param array<int, float> $blue  as long
     */
    public function decode(array $red, array $green, array $blue): ColourBlock
    {
        return $this->toLinearSrgb($this->curves[0]->decode($red), $this->curves[1]->decode($green), $this->curves[2]->decode($blue));
    }

    /**
     * The same of this encoding's own linear light.
     *
     * @param array<int, float> $red
     * @param array<int, float> $green as long
     * @param array<int, float> $blue  as long
     */
    public function toLinearSrgb(array $red, array $green, array $blue): ColourBlock
    {
        return self::turned($red, $green, $blue, $this->primaries->toSrgb);
    }

    /** This encoding's own linear light of colours, unbounded: in the block's three channels. */
    public function linear(ColourBlock $colours): ColourBlock
    {
        $rgb = $colours->in(LinearSrgb::class);

        return self::turned($rgb->a, $rgb->b, $rgb->c, $this->primaries->fromSrgb);
    }

    /**
     * Encoded values of this encoding's own linear light.
     *
     * @param array<int, float> $red
     * @param array<int, float> $green as long
     * @param array<int, float> $blue  as long
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    public function encode(array $red, array $green, array $blue): array
    {
        return [$this->curves[0]->encode($red), $this->curves[1]->encode($green), $this->curves[2]->encode($blue)];
    }

    /**
     * Whether another encoding means the same, to what can be told apart in 8 bits: profiles write one encoding with
     * many slightly different numbers.
     */
    public function means(self $other): bool
    {
        if ($this === $other) {
            return true;
        }
        if ($this->primaries->differ($other->primaries) > 0.003) {
            return false;
        }
        $steps = array_map(static fn (int $i): float => $i / 64, range(0, 64));
        foreach ($this->curves as $channel => $curve) {
            foreach ($other->curves[$channel]->encode($curve->decode($steps)) as $i => $value) {
                if (abs($value - $steps[$i]) > 0.002) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * @param array<int, float> $x
     * @param array<int, float> $y
     * @param array<int, float> $z
     * @param list<float>       $m row by row
     */
    private static function turned(array $x, array $y, array $z, array $m): ColourBlock
    {
        if ([1.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 1.0] === $m) {
            return new ColourBlock(LinearSrgb::class, $x, $y, $z);
        }
        [$a, $b, $c, $d, $e, $f, $g, $h, $k] = $m;
        $n = \count($x);
        for ($i = 0; $i < $n; ++$i) {
            [$p, $q, $r] = [$x[$i], $y[$i], $z[$i]];
            $x[$i] = $a * $p + $b * $q + $c * $r;
            $y[$i] = $d * $p + $e * $q + $f * $r;
            $z[$i] = $g * $p + $h * $q + $k * $r;
        }

        return new ColourBlock(LinearSrgb::class, $x, $y, $z);
    }
}
