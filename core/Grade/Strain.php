<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;

/**
 * What becomes of small differences between colours: the derivative of a grade, or of anything else that maps colours, in OKLab.
 *
 * It is read from colours a step away along L, a and b, some ΔE00 0.2 off: differences as small as neighbouring pixels of a plain area have.
 */
final readonly class Strain
{
    private const STEP = 0.002;

    /**
     * @param ColourBlock $byLight change of OKLab by a change of L
     * @param ColourBlock $byGreen by a change of a
     * @param ColourBlock $byBlue  by a change of b
     */
    private function __construct(private ColourBlock $byLight, private ColourBlock $byGreen, private ColourBlock $byBlue)
    {
    }

    /**
     * @param \Closure(ColourBlock): ColourBlock $map from OKLab to any space
     * @param ColourBlock                        $lab OKLab
     */
    public static function ofMap(\Closure $map, ColourBlock $lab): self
    {
        return self::between($map(self::around($lab)));
    }

    /**
     * Colours, and one a step away along each axis: four times as many.
     *
     * @param ColourBlock $lab OKLab
     */
    public static function around(ColourBlock $lab): ColourBlock
    {
        [$light, $green, $blue] = [$lab->a, $lab->b, $lab->c];

        return ColourBlock::joined([
            $lab,
            new ColourBlock(OkLab::class, self::off($light), $green, $blue),
            new ColourBlock(OkLab::class, $light, self::off($green), $blue),
            new ColourBlock(OkLab::class, $light, $green, self::off($blue)),
        ]);
    }

    /** @param ColourBlock $mapped what has become of colours and those around them, in their order; any space */
    public static function between(ColourBlock $mapped): self
    {
        $mapped = $mapped->in(OkLab::class);

        return new self(self::slopes($mapped, 1), self::slopes($mapped, 2), self::slopes($mapped, 3));
    }

    /**
     * @param array<int, float> $values
     *
     * @return list<float>
     */
    private static function off(array $values): array
    {
        $off = [];
        foreach ($values as $value) {
            $off[] = $value + self::STEP;
        }

        return $off;
    }

    /** What the colours of a quarter differ in from those of the first. */
    private static function slopes(ColourBlock $mapped, int $quarter): ColourBlock
    {
        $n = intdiv($mapped->count(), 4);
        $slope = static function (array $values) use ($n, $quarter): array {
            /** @var array<int, float> $values */
            $slopes = [];
            for ($i = 0, $at = $quarter * $n; $i < $n; ++$i, ++$at) {
                $slopes[] = ($values[$at] - $values[$i]) / self::STEP;
            }

            return $slopes;
        };

        return new ColourBlock(OkLab::class, $slope($mapped->a), $slope($mapped->b), $slope($mapped->c));
    }

    /**
     * How far the difference that is stretched most is stretched: the largest singular value.
     *
     * @return list<float> 1 where nothing changes
     */
    public function stretch(): array
    {
        [$ll, $al, $bl] = [$this->byLight->a, $this->byLight->b, $this->byLight->c];
        [$la, $aa, $ba] = [$this->byGreen->a, $this->byGreen->b, $this->byGreen->c];
        [$lb, $ab, $bb] = [$this->byBlue->a, $this->byBlue->b, $this->byBlue->c];
        $stretch = [];
        for ($i = 0, $n = \count($ll); $i < $n; ++$i) {
            // The symmetric product with its own transpose, and its largest eigenvalue in closed form.
            $p = $ll[$i] * $ll[$i] + $al[$i] * $al[$i] + $bl[$i] * $bl[$i];
            $q = $la[$i] * $la[$i] + $aa[$i] * $aa[$i] + $ba[$i] * $ba[$i];
            $r = $lb[$i] * $lb[$i] + $ab[$i] * $ab[$i] + $bb[$i] * $bb[$i];
            $x = $ll[$i] * $la[$i] + $al[$i] * $aa[$i] + $bl[$i] * $ba[$i];
            $y = $ll[$i] * $lb[$i] + $al[$i] * $ab[$i] + $bl[$i] * $bb[$i];
            $z = $la[$i] * $lb[$i] + $aa[$i] * $ab[$i] + $ba[$i] * $bb[$i];
            $mean = ($p + $q + $r) / 3.0;
            [$p, $q, $r] = [$p - $mean, $q - $mean, $r - $mean];
            $spread = sqrt(($p * $p + $q * $q + $r * $r + 2.0 * ($x * $x + $y * $y + $z * $z)) / 6.0);
            $determinant = $p * ($q * $r - $z * $z) - $x * ($x * $r - $z * $y) + $y * ($x * $z - $q * $y);
            $cosine = $spread > 0.0 ? $determinant / (2.0 * $spread ** 3) : 0.0;
            $stretch[] = sqrt(max(0.0, $mean + 2.0 * $spread * cos(acos(max(-1.0, min(1.0, $cosine))) / 3.0)));
        }

        return $stretch;
    }

    /**
     * By how much noise of lightness grows, which the eye sees first.
     *
     * @param array{0: float, 1: float, 2: float} $grain standard deviation of L, a and b
     *
     * @return list<float> 1 where it stays as it is
     */
    public function lightNoise(array $grain): array
    {
        [$light, $green, $blue] = self::variances($grain);
        $noise = [];
        foreach ($this->byLight->a as $i => $own) {
            $noise[] = sqrt(($light * $own ** 2 + $green * $this->byGreen->a[$i] ** 2 + $blue * $this->byBlue->a[$i] ** 2) / $light);
        }

        return $noise;
    }

    /**
     * @param array{0: float, 1: float, 2: float} $grain
     *
     * @return array{float, float, float}
     */
    private static function variances(array $grain): array
    {
        return min($grain) > 0.0 ? [$grain[0] ** 2, $grain[1] ** 2, $grain[2] ** 2] : [1.0, 1.0, 1.0];
    }
}
