<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Curved;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Move\MonotoneCurve;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Tone curves on encoded RGB, 0…255: one for all three channels, then one each, then one for light
 * (OKLab lightness on the scale of encoded grey, which leaves hue and chroma alone).
 *
 * Flat beyond the end points of a curve; what an earlier move pushed out of 0…255 keeps its distance
 * from the end, so that nothing is lost between moves.
 */
final readonly class Curves implements MoveKind, Drawn, Curved
{
    public const CHANNELS = ['all' => 'All three', 'red' => 'Red', 'green' => 'Green', 'blue' => 'Blue', 'light' => 'Lightness'];

    /** @var array<string, MonotoneCurve> by channel; a channel at rest is missing */
    private array $curves;

    /** @param array<string, list<array{0: float, 1: float}>> $points by channel; none, or the straight line, is at rest */
    public function __construct(public array $points)
    {
        $curves = [];
        foreach ($points as $channel => $list) {
            if (!isset(self::CHANNELS[$channel])) {
                throw new \InvalidArgumentException(\sprintf('Curves have no channel "%s".', $channel));
            }
            if ([] === $list) {
                continue;
            }
            if (\count($list) < 2) {
                throw new \InvalidArgumentException(\sprintf('the curve "%s" has one point; it needs two or more, or none.', $channel));
            }
            try {
                $curve = new MonotoneCurve($list);
            } catch (\InvalidArgumentException $e) {
                throw new \InvalidArgumentException(\sprintf('%s: %s', $channel, $e->getMessage()), 0, $e);
            }
            if (!self::keepsEncoding($list)) {
                $curves[$channel] = $curve;
            }
        }
        $this->curves = $curves;
    }

    public static function id(): string
    {
        return 'curves';
    }

    public static function title(): string
    {
        return 'Curves';
    }

    public static function help(): string
    {
        return 'Brightens, darkens and adds contrast along a curve you draw: for all channels, one channel, or lightness alone.';
    }

    public static function paramsSchema(): array
    {
        $settings = [];
        foreach (self::CHANNELS as $channel => $title) {
            $settings[$channel] = Setting::points($title, 'Points of the curve, input and output from 0 to 255.', [0, 255], [0, 255]);
        }

        return Setting::group('Curves', $settings);
    }

    public static function fromParams(Params $params): self
    {
        $points = [];
        foreach (array_keys(self::CHANNELS) as $channel) {
            $points[$channel] = $params->points($channel);
        }

        return new self($points);
    }

    public function params(): array
    {
        return Params::away($this->points, self::paramsSchema());
    }

    public static function space(): string
    {
        return Srgb::class;
    }

    public function isIdentity(): bool
    {
        return [] === $this->curves;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $channels = [$colours->a, $colours->b, $colours->c];
        foreach (['red', 'green', 'blue'] as $i => $name) {
            foreach (['all', $name] as $which) {
                if (isset($this->curves[$which])) {
                    $channels[$i] = self::through($this->curves[$which], $channels[$i]);
                }
            }
        }
        $out = new ColourBlock(Srgb::class, ...$channels);
        if (!isset($this->curves['light'])) {
            return $out;
        }
        $lab = $out->in(OkLab::class);
        $grey = self::through($this->curves['light'], self::greys($lab->a));
        $light = (new ColourBlock(Srgb::class, $grey, $grey, $grey))->in(OkLab::class)->a;

        return (new ColourBlock(OkLab::class, $light, $lab->b, $lab->c))->in(Srgb::class);
    }

    public function drawing(): array
    {
        $levels = array_map(static fn (int $level): float => (float) $level, range(0, 255));
        $drawing = [];
        foreach (array_keys(self::CHANNELS) as $channel) {
            $drawing[$channel] = array_values(isset($this->curves[$channel]) ? $this->curves[$channel]->at($levels) : $levels);
        }

        return $drawing;
    }

    public function along(ColourBlock $colour): array
    {
        $levels = [];
        [$r, $g, $b] = $colour->in(Srgb::class)->at(0);
        $levels['all'] = ($r + $g + $b) / 3.0;
        // Each channel's own curve comes after the one for all three, and light after both.
        $all = isset($this->curves['all']) ? self::through($this->curves['all'], [$r, $g, $b]) : [$r, $g, $b];
        [$levels['red'], $levels['green'], $levels['blue']] = $all;
        $own = [];
        foreach (['red', 'green', 'blue'] as $i => $name) {
            $own[] = isset($this->curves[$name]) ? self::through($this->curves[$name], [$all[$i]])[0] : $all[$i];
        }
        [$levels['light']] = self::greys(ColourBlock::one(Srgb::class, $own[0], $own[1], $own[2])->in(OkLab::class)->a);
        $along = [];
        foreach ($levels as $channel => $level) {
            $at = 255.0 * max(0.0, min(1.0, $level));
            $along[$channel] = ['at' => $at, 'height' => isset($this->curves[$channel]) ? $this->curves[$channel]->at([$at])[0] : $at, 'guards' => []];
        }

        return $along;
    }

    /**
     * Lightness on the scale of encoded grey.
     *
     * @param array<int, float> $light OKLab L
     *
     * @return non-empty-array<int, float> 0…1, and beyond
     */
    private static function greys(array $light): array
    {
        return Srgb::encoded(array_map(static fn (float $l): float => $l * $l * $l, $light));
    }

    /**
     * @param array<int, float> $values 0…1, and beyond
     *
     * @return array<int, float>
     */
    private static function through(MonotoneCurve $curve, array $values): array
    {
        $scaled = [];
        foreach ($values as $v) {
            $scaled[] = 255.0 * ($v < 0.0 ? 0.0 : ($v > 1.0 ? 1.0 : $v));
        }
        $out = $curve->at($scaled);
        $n = \count($values);
        for ($i = 0; $i < $n; ++$i) {
            $v = $values[$i];
            $out[$i] = $out[$i] / 255.0 + ($v < 0.0 ? $v : ($v > 1.0 ? $v - 1.0 : 0.0));
        }

        return $out;
    }

    /** @param list<array{0: float, 1: float}> $points */
    private static function keepsEncoding(array $points): bool
    {
        foreach ($points as [$x, $y]) {
            if ($x !== $y) {
                return false;
            }
        }

        return 0.0 === $points[0][0] && 255.0 === $points[\count($points) - 1][0];
    }
}
