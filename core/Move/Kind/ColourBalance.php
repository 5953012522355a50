<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Move\Familied;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Tone\ToneZones;

/**
 * Pushes shadows, midtones and highlights along cyan–red, magenta–green and yellow–blue.
 *
 * On encoded RGB: a full push adds or takes PUSH of the channel, times the weight of the tone. The
 * weights are those of ToneZones on OKLab lightness, sum to one, and end where their bounds say.
 */
final readonly class ColourBalance implements MoveKind, Drawn, Familied
{
    /** Share of a channel's range that a push of 100 adds. */
    public const PUSH = 0.25;
    public const AXES = ['cyanRed' => ['Cyan – red', 'cyan', 'red'], 'magentaGreen' => ['Magenta – green', 'magenta', 'green'], 'yellowBlue' => ['Yellow – blue', 'yellow', 'blue']];

    /** @param array<string, array{0: float, 1: float, 2: float}> $pushes by zone: cyan–red, magenta–green, yellow–blue, −100…100 */
    public function __construct(public array $pushes, public bool $keepLuminance, public ToneZones $zones)
    {
    }

    public static function id(): string
    {
        return 'colour-balance';
    }

    public static function title(): string
    {
        return 'Colour balance';
    }

    public static function help(): string
    {
        return 'Tints shadows, midtones and highlights separately. You can change where each of them begins and ends.';
    }

    public static function families(): array
    {
        return array_combine(ToneZones::NAMES, array_map(ucfirst(...), ToneZones::NAMES));
    }

    public function holding(string $family, Colours $colours): array
    {
        return $this->zones->weights($colours->lab()->a)[array_search($family, ToneZones::NAMES, true)];
    }

    public static function paramsSchema(): array
    {
        $settings = [];
        foreach (ToneZones::NAMES as $zone) {
            $axes = [];
            foreach (self::AXES as $axis => [$title, $left, $right]) {
                $axes[$axis] = Setting::slider($title, \sprintf('Left adds %s, right adds %s.', $left, $right), -100, 100);
            }
            $settings[$zone] = Setting::group(ucfirst($zone), $axes);
        }
        $settings['keepLuminance'] = Setting::flag('Keep lightness', 'Only the tint changes; each colour keeps its lightness.', true);
        $settings['bounds'] = Setting::toneBounds();

        return Setting::group('Colour balance', $settings);
    }

    public static function fromParams(Params $params): self
    {
        $pushes = [];
        foreach (ToneZones::NAMES as $zone) {
            $group = $params->group($zone);
            $pushes[$zone] = [$group->number('cyanRed'), $group->number('magentaGreen'), $group->number('yellowBlue')];
        }

        $bounds = $params->group('bounds');
        $at = array_map(static fn (string $name): float => $bounds->number($name, ToneZones::DEFAULTS[$name]), array_keys(ToneZones::DEFAULTS));

        return new self($pushes, $params->flag('keepLuminance', true), new ToneZones(...$at));
    }

    public function params(): array
    {
        $given = ['keepLuminance' => $this->keepLuminance, 'bounds' => get_object_vars($this->zones)];
        foreach ($this->pushes as $zone => $push) {
            $given[$zone] = array_combine(array_keys(self::AXES), $push);
        }

        return Params::away($given, self::paramsSchema());
    }

    public static function space(): string
    {
        return Srgb::class;
    }

    public function isIdentity(): bool
    {
        foreach ($this->pushes as $push) {
            if ([0.0, 0.0, 0.0] !== $push) {
                return false;
            }
        }

        return true;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $light = $colours->in(OkLab::class)->a;
        $weights = $this->zones->weights($light);
        $red = $colours->a;
        $green = $colours->b;
        $blue = $colours->c;
        $n = \count($red);
        foreach (ToneZones::NAMES as $z => $zone) {
            [$r, $g, $b] = array_map(static fn (float $push): float => self::PUSH * $push / 100.0, $this->pushes[$zone] ?? [0.0, 0.0, 0.0]);
            $weight = $weights[$z];
            for ($i = 0; $i < $n; ++$i) {
                $w = $weight[$i];
                $red[$i] += $w * $r;
                $green[$i] += $w * $g;
                $blue[$i] += $w * $b;
            }
        }
        $out = new ColourBlock(Srgb::class, $red, $green, $blue);
        if (!$this->keepLuminance) {
            return $out;
        }
        $lab = $out->in(OkLab::class);

        return (new ColourBlock(OkLab::class, $light, $lab->b, $lab->c))->in(Srgb::class);
    }

    /** The three weights over OKLab lightness 0…1. */
    public function drawing(): array
    {
        $light = array_map(static fn (int $i): float => $i / 100, range(0, 100));

        return array_combine(ToneZones::NAMES, array_map(static fn (array $weights): array => array_values($weights), $this->zones->weights($light)));
    }
}
