<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\GamutEdge;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Tone\Smooth;

/**
 * Saturation of all colours. On OKLCh chroma, in this order:
 *
 * saturation scales it by 1 + s/100; vibrance scales it by 1 + v/100 · (1 − r)^1.5 · (1 − 0.4·w), with
 * r the chroma relative to the most sRGB can show there and w how warm the hue is, so that weak colours
 * change most and warm strong ones least; the neutral guard lets what is weaker than it stay; the limit
 * bends what is stronger softly back; density darkens strong colours.
 */
final readonly class Saturation implements MoveKind, Drawn
{
    /** OKLCh chroma of a guard of 100. */
    public const GUARD_SPAN = 0.1;
    /** OKLCh chroma of a limit of 100, where it is off. */
    public const LIMIT_SPAN = 0.4;
    /** Share of a limit from which on it bends. */
    private const KNEE = 0.7;
    /** Share of lightness that a density of 100 takes from a colour of chroma 0.3. */
    private const DENSITY = 0.5;
    private const WARM_HUE = 55.0;
    private const WARM_REACH = 65.0;
    private const WARM_CARE = 0.4;

    public function __construct(public float $saturation, public float $vibrance, public float $guard, public float $limit, public float $density)
    {
    }

    public static function id(): string
    {
        return 'saturation';
    }

    public static function title(): string
    {
        return 'Saturation';
    }

    public static function help(): string
    {
        return 'Makes all colours stronger or weaker, equally or weak ones most (vibrance). Greys can be protected and strong colours held back.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Saturation', [
            'saturation' => Setting::slider('Saturation', 'Changes all colours equally: −100 is grey, +100 doubles saturation.', -100, 100),
            'vibrance' => Setting::slider('Vibrance', 'Changes weak colours most, and strong warm ones (skin, wood) least.', -100, 100),
            'guard' => Setting::slider('Neutral guard', 'Leaves colours weaker than this alone, so that greys and their noise stay as they are.', 0, 100),
            'limit' => Setting::slider('Limit', 'Holds back colours stronger than this. 100 is off.', 5, 100, '%', 100),
            'density' => Setting::slider('Density', 'Darkens strong colours, as more pigment would. Left of 0 lightens them.', -100, 100),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->number('saturation'), $params->number('vibrance'), $params->number('guard'), $params->number('limit', 100.0), $params->number('density'));
    }

    public function params(): array
    {
        return Params::away(get_object_vars($this), self::paramsSchema());
    }

    public static function space(): string
    {
        return OkLch::class;
    }

    public function isIdentity(): bool
    {
        return 0.0 === $this->saturation && 0.0 === $this->vibrance && 100.0 === $this->limit && 0.0 === $this->density;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $light = $colours->a;
        $chroma = $colours->b;
        $hue = $colours->c;
        $scale = 1.0 + $this->saturation / 100.0;
        $vibrance = $this->vibrance / 100.0;
        $guard = $this->guard / 100.0 * self::GUARD_SPAN;
        $limit = $this->limit / 100.0 * self::LIMIT_SPAN;
        $knee = self::KNEE * $limit;
        $room = $limit - $knee;
        $density = self::DENSITY * $this->density / 100.0;
        $edge = 0.0 === $vibrance ? [] : GamutEdge::chromas($light, $hue);
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $c = $chroma[$i];
            $gain = $scale;
            if (0.0 !== $vibrance) {
                $share = $c / $edge[$i];
                $weak = $share >= 1.0 ? 0.0 : (1.0 - $share) * sqrt(1.0 - $share);
                $away = $hue[$i] - self::WARM_HUE;
                $away = abs($away - 360.0 * round($away / 360.0));
                $warm = $away >= self::WARM_REACH ? 0.0 : 0.5 + 0.5 * cos(\M_PI * $away / self::WARM_REACH);
                $gain *= 1.0 + $vibrance * $weak * (1.0 - self::WARM_CARE * $warm);
            }
            if ($guard > 0.0 && $c < $guard) {
                $gain = 1.0 + ($gain - 1.0) * Smooth::at($c / $guard);
            }
            $c *= $gain;
            if ($this->limit < 100.0 && $c > $knee) {
                $c = $knee + $room * tanh(($c - $knee) / $room);
            }
            if (0.0 !== $density) {
                $strong = $c / 0.3;
                $light[$i] *= 1.0 - $density * ($strong > 1.0 ? 1.0 : $strong);
            }
            $chroma[$i] = $c;
        }

        return new ColourBlock(OkLch::class, $light, $chroma, $hue);
    }

    /**
     * Chroma after the move over chroma in 65 steps, for a cool and a warm hue of middle lightness; `chroma` is what lies
     * along, `guard` the one value up to which colours stay, `ceiling` the one that none passes. `perVibrance` and
     * `perSaturation` say how much one per cent more of either adds to the warm curve.
     */
    public function drawing(): array
    {
        $chroma = array_map(static fn (int $i): float => 0.005 * $i, range(0, 64));
        $drawing = ['chroma' => $chroma, 'guard' => [$this->guard / 100.0 * self::GUARD_SPAN]];
        $over = static fn (self $move, float $hue): array => array_values($move->apply(new ColourBlock(OkLch::class, array_fill(0, 65, 0.6), $chroma, array_fill(0, 65, $hue)))->b);
        $drawing['warm'] = $over($this, self::WARM_HUE);
        $drawing['cool'] = $over($this, self::WARM_HUE + 180.0);
        $more = ['perVibrance' => new self($this->saturation, $this->vibrance + 1.0, $this->guard, $this->limit, $this->density), 'perSaturation' => new self($this->saturation + 1.0, $this->vibrance, $this->guard, $this->limit, $this->density)];
        foreach ($more as $name => $move) {
            $drawing[$name] = array_map(static fn (float $after, float $before): float => $after - $before, $over($move, self::WARM_HUE), $drawing['warm']);
        }

        $drawing['ceiling'] = [$this->limit / 100.0 * self::LIMIT_SPAN];

        return $drawing;
    }
}
