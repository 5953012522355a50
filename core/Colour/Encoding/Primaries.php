<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Matrix3;
use Tovrin\Core\Colour\XyzD50;
use Tovrin\Core\Colour\XyzD65;

/**
 * The red, green and blue of an RGB encoding, as the matrix from its linear light to linear sRGB, and back. White is white in both.
 *
 * Source of the derivation: CSS Color 4, section 17 (which follows SMPTE RP 177-1993).
 */
final readonly class Primaries
{
    /** CIE chromaticities of the whites, as CSS Color 4 has them. */
    private const WHITES = [XyzD65::class => [0.3127, 0.3290], XyzD50::class => [0.3457, 0.3585]];

    /** @var non-empty-list<float> row by row */
    public array $toSrgb;

    /** @var non-empty-list<float> row by row */
    public array $fromSrgb;

    /** @param list<list<float>> $columns linear sRGB of full red, green and blue */
    private function __construct(array $columns)
    {
        $toSrgb = [];
        for ($row = 0; $row < 3; ++$row) {
            // Rows that sum to one: neutrals stay neutral to the last bit, however profiles round their numbers.
            $sum = $columns[0][$row] + $columns[1][$row] + $columns[2][$row];
            if (!(abs($sum) > 0.1) || !is_finite($sum)) {
                throw new \InvalidArgumentException('These primaries make no white.');
            }
            array_push($toSrgb, $columns[0][$row] / $sum, $columns[1][$row] / $sum, $columns[2][$row] / $sum);
        }
        $this->toSrgb = $toSrgb;
        $this->fromSrgb = self::back($toSrgb);
    }

    /** Those of sRGB itself. */
    public static function srgb(): self
    {
        return new self([[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]]);
    }

    /**
     * By the CIE chromaticities x, y of red, green and blue.
     *
     * @param array{float, float}           $red
     * @param array{float, float}           $green
     * @param array{float, float}           $blue
     * @param class-string<XyzD65|XyzD50> $white which white it is for
     */
    public static function at(array $red, array $green, array $blue, string $white = XyzD65::class): self
    {
        [$r, $g, $b, $w] = [self::xyz(...$red), self::xyz(...$green), self::xyz(...$blue), self::xyz(...self::WHITES[$white])];
        $inverse = self::back([$r[0], $g[0], $b[0], $r[1], $g[1], $b[1], $r[2], $g[2], $b[2]]);
        $columns = [];
        foreach ([$r, $g, $b] as $i => $one) {
            $share = $inverse[3 * $i] * $w[0] + $inverse[3 * $i + 1] * $w[1] + $inverse[3 * $i + 2] * $w[2];
            $columns[] = [$share * $one[0], $share * $one[1], $share * $one[2]];
        }

        return self::ofXyz($columns, $white);
    }

    /** @return array{float, float, float} of a chromaticity, at luminance 1 */
    private static function xyz(float $x, float $y): array
    {
        return [$x / $y, 1.0, (1.0 - $x - $y) / $y];
    }

    /**
     * By the XYZ of full red, green and blue, relative to a white.
     *
     * @param list<array{float, float, float}> $columns three
     * @param class-string<XyzD65|XyzD50>      $white   XyzD50 is what ICC profiles have
     *
     * @throws \InvalidArgumentException when they make no white, or do not span a gamut
     */
    public static function ofXyz(array $columns, string $white = XyzD50::class): self
    {
        $linear = ColourBlock::of($white, $columns)->in(LinearSrgb::class);

        return new self([$linear->at(0), $linear->at(1), $linear->at(2)]);
    }

    /** @return list<array{float, float, float}> the XYZ of full red, green and blue relative to D50, as ICC profiles have them */
    public function xyzD50(): array
    {
        $m = $this->toSrgb;
        $xyz = (new ColourBlock(LinearSrgb::class, [$m[0], $m[1], $m[2]], [$m[3], $m[4], $m[5]], [$m[6], $m[7], $m[8]]))->in(XyzD50::class);

        return [$xyz->at(0), $xyz->at(1), $xyz->at(2)];
    }

    /** The largest difference of any number of the two matrices to linear sRGB. */
    public function differ(self $other): float
    {
        return max(array_map(static fn (float $a, float $b): float => abs($a - $b), $this->toSrgb, $other->toSrgb));
    }

    /**
     * @param list<float> $m row by row
     *
     * @return non-empty-list<float>
     */
    private static function back(array $m): array
    {
        return Matrix3::inverse($m) ?? throw new \InvalidArgumentException('These primaries span no gamut.');
    }
}
