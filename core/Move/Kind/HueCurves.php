<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\ActsByHue;
use Tovrin\Core\Move\Curved;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Move\GoesByGrain;
use Tovrin\Core\Move\HueMix;
use Tovrin\Core\Move\MonotoneCurve;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Hue, saturation and luminance as curves over the hue circle, through any points: periodic monotone
 * cubics in OKLCh degrees. They act as the settings of BandMix do.
 */
final readonly class HueCurves implements ActsByHue, GoesByGrain, Drawn, Curved
{
    /** The curves with their titles, units and the most they go up or down. */
    public const CURVES = ['hue' => ['Hue', '°', 60.0], 'saturation' => ['Saturation', '%', 100.0], 'luminance' => ['Lightness', '%', 100.0]];

    /** Degrees to either side of a colour at which a guard keeps the rest of the circle still. */
    public const GUARD = 28.0;
    /** A point within this many degrees beyond a guard does its work already. */
    private const GUARDED = 12.0;

    /** @var array<string, MonotoneCurve> by name; one at rest is missing */
    private array $curves;

    /** @param array<string, list<array{0: float, 1: float}>> $points hue in degrees and value, by curve */
    public function __construct(public array $points, public HueMix $mix = new HueMix())
    {
        $curves = [];
        foreach ($points as $name => $list) {
            if (!isset(self::CURVES[$name])) {
                throw new \InvalidArgumentException(\sprintf('Hue curves have no curve "%s".', $name));
            }
            if ([] === $list) {
                continue;
            }
            try {
                $curve = new MonotoneCurve($list, 360.0);
            } catch (\InvalidArgumentException $e) {
                throw new \InvalidArgumentException(\sprintf('%s: %s', $name, $e->getMessage()), 0, $e);
            }
            if (!$curve->isFlatAt(0.0)) {
                $curves[$name] = $curve;
            }
        }
        $this->curves = $curves;
    }

    public static function id(): string
    {
        return 'hue-curves';
    }

    public static function title(): string
    {
        return 'Hue curves';
    }

    public static function help(): string
    {
        return 'Changes hue, saturation and lightness by hue, along curves you draw. Pick a colour on the photo to set a point for it.';
    }

    public static function paramsSchema(): array
    {
        $settings = [];
        foreach (self::CURVES as $name => [$title, , $most]) {
            $settings[$name] = Setting::points($title, 'Points of hue in degrees and value.', [0, 360], [-$most, $most]);
        }

        return Setting::group('Hue curves', $settings + ['grain' => HueMix::grainSetting()]);
    }

    public static function fromParams(Params $params): self
    {
        $points = [];
        foreach (array_keys(self::CURVES) as $name) {
            $points[$name] = $params->points($name);
        }

        return new self($points, new HueMix($params->grain()));
    }

    public function params(): array
    {
        return Params::away($this->points + ['grain' => $this->mix->grain], self::paramsSchema());
    }

    public static function space(): string
    {
        return OkLch::class;
    }

    public function isIdentity(): bool
    {
        return [] === $this->curves;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        return $this->mix->apply($colours, function (array $hues): array {
            /** @var array<int, float> $hues */
            $still = array_fill(0, \count($hues), 0.0);
            $of = fn (string $name): array => isset($this->curves[$name]) ? $this->curves[$name]->at($hues) : $still;

            return [$of('hue'), self::scaled($of('saturation'), 0.01), self::scaled($of('luminance'), 0.01 * BandMix::LUMINANCE_SPAN)];
        });
    }

    /**
     * @param array<int, float> $values
     *
     * @return array<int, float>
     */
    private static function scaled(array $values, float $by): array
    {
        foreach ($values as $i => $value) {
            $values[$i] = $by * $value;
        }

        return $values;
    }

    public function drawing(): array
    {
        $degrees = array_map(static fn (int $degree): float => (float) $degree, range(0, 360));
        $drawing = [];
        foreach (array_keys(self::CURVES) as $name) {
            $drawing[$name] = array_values(isset($this->curves[$name]) ? $this->curves[$name]->at($degrees) : array_fill(0, 361, 0.0));
        }

        return $drawing;
    }

    public function along(ColourBlock $colour): array
    {
        $hue = $colour->in(OkLch::class)->c[0];
        $hue -= 360.0 * floor($hue / 360.0);
        $along = [];
        foreach (array_keys(self::CURVES) as $name) {
            $height = fn (float $at): float => isset($this->curves[$name]) ? $this->curves[$name]->at([$at])[0] : 0.0;
            $guards = [];
            foreach ([-1.0, 1.0] as $side) {
                $guarded = false;
                foreach ($this->points[$name] ?? [] as [$x]) {
                    $past = $side * ($x - $hue);
                    $past -= 360.0 * floor($past / 360.0);
                    $guarded = $guarded || ($past > 0.0 && $past < self::GUARD + self::GUARDED);
                }
                if (!$guarded) {
                    $at = $hue + $side * self::GUARD;
                    $at -= 360.0 * floor($at / 360.0);
                    $guards[] = [$at, $height($at)];
                }
            }
            $along[$name] = ['at' => $hue, 'height' => $height($hue), 'guards' => $guards];
        }

        return $along;
    }

    public function goesByGrain(): bool
    {
        return max($this->mix->grain) > 0.0;
    }

    public function steadied(array $grain): self
    {
        return new self($this->points, new HueMix($grain));
    }
}
