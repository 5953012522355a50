<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Colour\XyzD65;
use Tovrin\Core\Move\Curved;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Exposure, contrast, black point and white point: one rising curve on the luminance of linear light. A colour is scaled by as much as its
 * luminance, so that hue and saturation stay; what a lifted black gets beyond that is grey.
 *
 * Exposure multiplies luminance by 2 for each stop. The rest works on its cube root t, which for greys is the lightness of OKLab: black and white
 * points draw t straight out between them; contrast bends it about where that has taken the pivot, q, by u/(u + (1 − u)c) on either side, u being 0 at the end and 1 at
 * the pivot, c = 2^(contrast/100): a slope of c at the pivot and of 1/c at the ends, without a corner. Beyond 0 and 1 it goes straight on.
 */
final readonly class Light implements MoveKind, Drawn, Curved
{
    /** OKLab L of a grey of 18 per cent (common practice), in per cent. */
    public const PIVOT = 56.5;
    /** How far a black or white point of 100 lies from where it was, in OKLab L. */
    private const REACH = 0.25;
    /** Times that a dark colour is scaled at most, besides exposure: noise in blacks is lifted as grey. */
    private const MOST = 4.0;
    private const LEVELS = 256;

    private float $gain;
    private float $low;
    private float $high;
    private float $slope;
    private float $at;

    public function __construct(public float $exposure, public float $contrast, public float $pivot, public float $black, public float $white)
    {
        $this->gain = 2.0 ** $exposure;
        $this->low = self::REACH * $black / 100.0;
        $this->high = 1.0 - self::REACH * $white / 100.0;
        $this->slope = 2.0 ** ($contrast / 100.0);
        // Where exposure and the two points have taken it; never so near to an end that one side is cut off.
        $this->at = max(0.05, min(0.95, ($pivot / 100.0 * $this->gain ** (1.0 / 3.0) - $this->low) / ($this->high - $this->low)));
    }

    public static function id(): string
    {
        return 'light';
    }

    public static function title(): string
    {
        return 'Light';
    }

    public static function help(): string
    {
        return 'Makes the picture lighter or darker, with more or less contrast, and leaves hue and saturation alone.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Light', [
            'exposure' => Setting::slider('Exposure', 'In stops: +1 is twice the light, −1 is half of it.', -5, 5, ''),
            'contrast' => Setting::slider('Contrast', 'Right of 0 darkens what is darker than the pivot and lightens what is lighter.', -100, 100),
            'pivot' => Setting::slider('Pivot', 'The lightness of the photo that contrast leaves alone.', 5, 95, '%', self::PIVOT),
            'black' => Setting::slider('Black point', 'Right of 0 deepens shadows to black, left lifts black to grey.', -100, 100),
            'white' => Setting::slider('White point', 'Right of 0 brightens highlights to white, left lowers white to grey.', -100, 100),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->number('exposure'), $params->number('contrast'), $params->number('pivot', self::PIVOT), $params->number('black'), $params->number('white'));
    }

    public function params(): array
    {
        return Params::away(['exposure' => $this->exposure, 'contrast' => $this->contrast, 'pivot' => $this->pivot, 'black' => $this->black, 'white' => $this->white], self::paramsSchema());
    }

    public static function space(): string
    {
        return LinearSrgb::class;
    }

    public function isIdentity(): bool
    {
        return 0.0 === $this->exposure && 0.0 === $this->contrast && 0.0 === $this->black && 0.0 === $this->white;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        [$r, $g, $b] = [$colours->a, $colours->b, $colours->c];
        $ys = $colours->in(XyzD65::class)->b;
        $lit = $this->curve($ys);
        $floor = max(0.0, $this->curve([0.0])[0]);
        $most = self::MOST * max(1.0, $this->gain);
        foreach ($ys as $i => $y) {
            // What lies above the lifted black is in proportion to what there was.
            $times = abs($y) > 1e-9 ? ($lit[$i] - $floor) / $y : $most;
            $times = $times > $most ? $most : ($times < 0.0 ? 0.0 : $times);
            $grey = $lit[$i] - $times * $y;
            $r[$i] = $times * $r[$i] + $grey;
            $g[$i] = $times * $g[$i] + $grey;
            $b[$i] = $times * $b[$i] + $grey;
        }

        return new ColourBlock(LinearSrgb::class, $r, $g, $b);
    }

    public function drawing(): array
    {
        $levels = array_map(static fn (int $level): float => $level / (self::LEVELS - 1.0), range(0, self::LEVELS - 1));
        $greys = (new ColourBlock(Srgb::class, $levels, $levels, $levels))->in(LinearSrgb::class)->a;
        $lit = $this->curve($greys);

        return ['light' => array_map(static fn (float $grey): float => 255.0 * max(0.0, min(1.0, $grey)), array_values(Srgb::encoded($lit))), 'pivot' => [255.0 * Srgb::encoded([($this->pivot / 100.0) ** 3])[0]]];
    }

    public function along(ColourBlock $colour): array
    {
        [, $y] = $colour->in(XyzD65::class)->at(0);
        $level = static fn (float $y): float => 255.0 * max(0.0, min(1.0, Srgb::encoded([$y])[0]));

        return ['light' => ['at' => $level($y), 'height' => $level($this->curve([$y])[0]), 'guards' => []]];
    }

    /**
     * The curve on luminance: a hot loop.
     *
     * @param array<int, float> $ys of linear light, 0…1 and beyond
     *
     * @return non-empty-array<int, float>
     */
    private function curve(array $ys): array
    {
        [$gain, $low, $c, $q] = [$this->gain, $this->low, $this->slope, $this->at];
        $scale = 1.0 / ($this->high - $low);
        $out = [];
        foreach ($ys as $i => $y) {
            $y *= $gain;
            $t = (($y < 0.0 ? -((-$y) ** (1.0 / 3.0)) : $y ** (1.0 / 3.0)) - $low) * $scale;
            if (1.0 !== $c) {
                if ($t < 0.0) {
                    $t /= $c;
                } elseif ($t < $q) {
                    $u = $t / $q;
                    $t = $q * $u / ($u + (1.0 - $u) * $c);
                } elseif ($t < 1.0) {
                    $u = (1.0 - $t) / (1.0 - $q);
                    $t = 1.0 - (1.0 - $q) * $u / ($u + (1.0 - $u) * $c);
                } else {
                    $t = 1.0 + ($t - 1.0) / $c;
                }
            }
            $out[$i] = $t * $t * $t;
        }

        /** @var non-empty-array<int, float> $out */
        return $out;
    }
}
