<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Tone\Smooth;

/**
 * Pulls hue, chroma and lightness of what is reached towards one colour, each by 0…100 %, so that a
 * badly matched batch becomes one. Fades out towards neutral, where there is no hue to pull.
 *
 * Near: it also fades out towards what lies farther off, in hue, in chroma and in lightness, so gradually that no two colours that lie side by
 * side are torn apart. All: it pulls whatever it reaches, and tears the hue opposite to the one it pulls to.
 */
final readonly class EvenOut implements MoveKind
{
    public const ALL = 'all';
    public const NEAR = 'near';

    /** OKLCh chroma below which the pull of ALL fades out. */
    private const FADE_CHROMA = 0.04;
    /** The same of NEAR: at least this, and this share of the chroma that is pulled to. */
    private const NEAR_FADE = 0.06;
    private const NEAR_SHARE = 0.75;
    /** Distances at which the pull of NEAR begins to fade and ends: degrees of hue, OKLCh chroma, lightness. */
    private const HUES = [30.0, 180.0];
    private const CHROMAS = [0.03, 0.28];
    private const LIGHTS = [0.04, 0.25];

    /**
     * @param string|null $anchor `#rrggbb`; null is at rest
     * @param string      $range  ALL or NEAR
     */
    public function __construct(public ?string $anchor, public float $hue, public float $chroma, public float $lightness, public string $range = self::ALL)
    {
    }

    public static function id(): string
    {
        return 'even-out';
    }

    public static function title(): string
    {
        return 'Even out';
    }

    public static function help(): string
    {
        return 'Makes uneven colours more alike: pulls them towards one colour in hue, saturation and lightness.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Even out', [
            'anchor' => Setting::colour('Towards', 'The colour that all others are pulled to.'),
            'hue' => Setting::slider('Hue', 'How far hues move towards that colour.', 0, 100),
            'chroma' => Setting::slider('Saturation', 'How far saturation moves towards that colour.', 0, 100),
            'lightness' => Setting::slider('Lightness', 'How far lightness moves towards that colour. Too much flattens the shape.', 0, 100),
            'range' => Setting::choice('Range', 'Near colours: colours far from the target move less, which is smooth. All colours: everything in reach moves equally, which can split opposite hues.', [self::ALL, self::NEAR]),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->colour('anchor'), $params->number('hue'), $params->number('chroma'), $params->number('lightness'), $params->choice('range', self::ALL));
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
        return null === $this->anchor || (0.0 === $this->hue && 0.0 === $this->chroma && 0.0 === $this->lightness);
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        if (null === $this->anchor) {
            return $colours;
        }
        [$toLight, $toChroma, $toHue] = ColourBlock::of(Srgb::class, [Hex::parse($this->anchor)])->in(OkLch::class)->at(0);
        $pullHue = $this->hue / 100.0;
        $pullChroma = $this->chroma / 100.0;
        $pullLight = $this->lightness / 100.0;
        $near = self::NEAR === $this->range;
        $fade = $near ? max(self::NEAR_FADE, self::NEAR_SHARE * $toChroma) : self::FADE_CHROMA;
        $light = $colours->a;
        $chroma = $colours->b;
        $hue = $colours->c;
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $c = $chroma[$i];
            $w = $c < $fade ? Smooth::at($c / $fade) : 1.0;
            $turn = $toHue - $hue[$i];
            $turn -= 360.0 * round($turn / 360.0);
            $more = $toChroma - $c;
            $lift = $toLight - $light[$i];
            if ($near) {
                $w *= self::nearness($turn, self::HUES);
                $more *= self::nearness($more, self::CHROMAS);
                $lift *= self::nearness($lift, self::LIGHTS);
            }
            $hue[$i] += $w * $pullHue * $turn;
            $chroma[$i] += $w * $pullChroma * $more;
            $light[$i] += $w * $pullLight * $lift;
        }

        return new ColourBlock(OkLch::class, $light, $chroma, $hue);
    }

    /** @param array{0: float, 1: float} $fading from where to where it goes from 1 to 0 */
    private static function nearness(float $distance, array $fading): float
    {
        $past = (abs($distance) - $fading[0]) / ($fading[1] - $fading[0]);

        return $past <= 0.0 ? 1.0 : Smooth::at(1.0 - $past);
    }
}
