<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\ActsByHue;
use Tovrin\Core\Move\Familied;
use Tovrin\Core\Move\GoesByGrain;
use Tovrin\Core\Move\HueBands;
use Tovrin\Core\Move\HueMix;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Hue, saturation and lightness in twelve hue bands, blended between neighbours (see HueBands).
 *
 * On OKLCh: hue turns by degrees, chroma scales by 1 + saturation/100, and lightness moves by up
 * to LUMINANCE_SPAN, faded with smooth() below FADE_CHROMA so that neutrals keep their tone.
 */
final readonly class BandMix implements ActsByHue, GoesByGrain, Familied
{
    /** OKLCh lightness that luminance ±100 adds or takes. */
    public const LUMINANCE_SPAN = 0.4;

    /**
     * @param array<string, array{hue: float, saturation: float, luminance: float}> $bands by name; a missing band is at rest.
     *                                                                                     hue −60…60°, the others −100…100
     */
    public function __construct(public array $bands, public HueMix $mix = new HueMix())
    {
        foreach (array_keys($bands) as $name) {
            if (!isset(HueBands::NAMES[$name])) {
                throw new \InvalidArgumentException(\sprintf('Band mix has no band "%s".', $name));
            }
        }
    }

    public static function id(): string
    {
        return 'band-mix';
    }

    public static function title(): string
    {
        return 'Band mix';
    }

    public static function help(): string
    {
        return 'Changes hue, saturation and lightness of twelve colour bands, from red to rose. Neighbouring bands blend smoothly.';
    }

    public static function families(): array
    {
        return HueBands::NAMES;
    }

    public function holding(string $family, Colours $colours): array
    {
        return HueBands::of($family, $colours->lch());
    }

    public static function paramsSchema(): array
    {
        $bands = [];
        foreach (HueBands::NAMES as $name => $title) {
            $bands[$name] = Setting::group($title, [
                'hue' => Setting::slider('Hue', 'Turns these colours towards their neighbours on the hue circle.', -60, 60, '°'),
                'saturation' => Setting::slider('Saturation', '−100 makes these colours grey, +100 doubles their saturation.', -100, 100),
                'luminance' => Setting::slider('Lightness', 'Darkens or lightens these colours. Greys keep their tone.', -100, 100),
            ]);
        }

        return Setting::group('Band mix', $bands + ['grain' => HueMix::grainSetting()]);
    }

    public static function fromParams(Params $params): self
    {
        $bands = [];
        foreach (array_keys(HueBands::NAMES) as $name) {
            $band = $params->group($name);
            $bands[$name] = ['hue' => $band->number('hue'), 'saturation' => $band->number('saturation'), 'luminance' => $band->number('luminance')];
        }

        return new self($bands, new HueMix($params->grain()));
    }

    public function params(): array
    {
        return Params::away($this->bands + ['grain' => $this->mix->grain], self::paramsSchema());
    }

    public static function space(): string
    {
        return OkLch::class;
    }

    public function isIdentity(): bool
    {
        foreach ($this->bands as $band) {
            if (0.0 !== $band['hue'] || 0.0 !== $band['saturation'] || 0.0 !== $band['luminance']) {
                return false;
            }
        }

        return true;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $turns = $scales = $lifts = [];
        foreach (array_keys(HueBands::NAMES) as $name) {
            $band = $this->bands[$name] ?? ['hue' => 0.0, 'saturation' => 0.0, 'luminance' => 0.0];
            $turns[] = $band['hue'];
            $scales[] = $band['saturation'] / 100.0;
            $lifts[] = $band['luminance'] / 100.0 * self::LUMINANCE_SPAN;
        }
        [$turns[], $scales[], $lifts[]] = [$turns[0], $scales[0], $lifts[0]];

        return $this->mix->apply($colours, static function (array $hues) use ($turns, $scales, $lifts): array {
            /** @var array<int, float> $hues */
            [$bands, $weights] = HueBands::locate($hues);
            $turn = $scale = $lift = [];
            foreach ($bands as $i => $below) {
                $above = $below + 1;
                $w = $weights[$i];
                $turn[] = $turns[$below] + $w * ($turns[$above] - $turns[$below]);
                $scale[] = $scales[$below] + $w * ($scales[$above] - $scales[$below]);
                $lift[] = $lifts[$below] + $w * ($lifts[$above] - $lifts[$below]);
            }

            return [$turn, $scale, $lift];
        });
    }

    public function goesByGrain(): bool
    {
        return max($this->mix->grain) > 0.0;
    }

    public function steadied(array $grain): self
    {
        return new self($this->bands, new HueMix($grain));
    }
}
