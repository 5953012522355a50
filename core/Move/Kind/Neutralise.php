<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\Bradford;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Colour\XyzD65;
use Tovrin\Core\Move\Fitting;
use Tovrin\Core\Move\KnowsLight;
use Tovrin\Core\Move\LongLists;
use Tovrin\Core\Move\NeutralProbe;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Move\ProbeWhites;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Move\ThingLight;
use Tovrin\Core\Tone\ToneZones;

/**
 * Takes a cast out: a colour that ought to be neutral is carried to neutral at unchanged luminance by
 * Bradford adaptation, and everything goes along. With a colour for each of several tone zones, each
 * zone has its own adaptation; they blend over lightness with the weights of ToneZones, whose bounds
 * lie at the colours themselves, so that each of them comes out neutral. With probes, colours that ought to be neutral wherever
 * they lie, each colour has the adaptation of the probes it is close to; see ProbeWhites.
 */
final readonly class Neutralise implements Fitting, KnowsLight, LongLists
{
    /** Darker or more colourful than this there is no light to tell a cast by. */
    private const LEAST_LIGHT = 0.002;
    /** How far coloured things go back to one hue, once they are known. */
    private const THINGS = 90.0;

    /** @var array<string, non-empty-list<array{0: float, 1: float, 2: float}>> adaptation by zone, or by 'all' */
    private array $matrices;

    private ?ToneZones $zones;

    private ?ProbeWhites $whites;

    /**
     * @param string|null $all        `#rrggbb` that ought to be neutral, for all tones; null for none
     * @param string|null $shadows    the same for shadows
     * @param string|null $midtones   the same for midtones
     * @param string|null $highlights the same for highlights
     * @param list<NeutralProbe> $probes for mixed light; the zones count only where there are none
     * @param string|null        $light  `#rrggbb`, the white of the light as a whole, for strong colours beside probes
     * @param PhotoPots|null     $pots   the photo's coloured things, those in two lights together; see ThingLight
     * @param float              $things 0…100: how far what two lights have made of one coloured thing goes back to one
     *
     * @throws \InvalidArgumentException when one is too dark, or their lightnesses do not rise
     */
    public function __construct(public ?string $all, public ?string $shadows, public ?string $midtones, public ?string $highlights, public array $probes = [], public ?string $light = null, public ?PhotoPots $pots = null, public float $things = 0.0)
    {
        $this->whites = self::whites($probes, $light, $pots, $things);
        $given = array_filter(['shadows' => $shadows, 'midtones' => $midtones, 'highlights' => $highlights], static fn (?string $c): bool => null !== $c);
        if ([] === $given) {
            $given = null === $all ? [] : ['all' => $all];
        }
        $matrices = $lights = [];
        foreach ($given as $zone => $hex) {
            $colour = ColourBlock::of(Srgb::class, [Hex::parse((string) $hex)]);
            [$x, $y, $z] = self::bright($colour, $zone, (string) $hex);
            $matrices[$zone] = Bradford::onLinearSrgb([$x / $y, 1.0, $z / $y], Bradford::srgbWhite());
            $lights[$zone] = $colour->in(OkLab::class)->a[0];
        }
        $before = null;
        foreach ($lights as $zone => $light) {
            if (null !== $before && $light <= $before[1]) {
                throw new \InvalidArgumentException(\sprintf('the colour for %s is not lighter than the one for %s. Swap them, or choose others.', $zone, $before[0]));
            }
            $before = [$zone, $light];
        }
        $this->matrices = $matrices;
        $this->zones = \count($lights) > 1 ? self::zones($lights) : null;
    }

    public static function id(): string
    {
        return 'neutralise';
    }

    public static function title(): string
    {
        return 'Neutralise';
    }

    public static function help(): string
    {
        return 'Removes a colour cast. Point at something that should be grey or white: once, in several places where lights mix, or in shadows, midtones and highlights.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Neutralise', [
            'all' => Setting::colour('All tones', 'A colour of the photo that should be neutral grey or white.'),
            'shadows' => Setting::colour('Shadows', 'A dark colour that should be neutral.'),
            'midtones' => Setting::colour('Midtones', 'A midtone that should be neutral.'),
            'highlights' => Setting::colour('Highlights', 'A light colour that should be neutral.'),
            'probes' => NeutralProbe::setting(),
            'light' => Setting::colour('Light as a whole', 'The cast of the photo as a whole. Strong colours are corrected by it.'),
            'things' => Setting::slider('Coloured things', 'A coloured thing lit from two sides shows two hues. How far they are brought back to one.', 0, 100),
        ] + PhotoPots::settings([]));
    }

    public static function fromParams(Params $params): self
    {
        return new self($params->colour('all'), $params->colour('shadows'), $params->colour('midtones'), $params->colour('highlights'), NeutralProbe::read($params->all()), $params->colour('light'), PhotoPots::read($params->all(), $params->tables), $params->number('things'));
    }

    public function params(): array
    {
        return Params::away(['all' => $this->all, 'shadows' => $this->shadows, 'midtones' => $this->midtones, 'highlights' => $this->highlights, 'probes' => NeutralProbe::data($this->probes), 'light' => $this->light, 'things' => $this->things], self::paramsSchema()) + ($this->pots?->data([]) ?? []);
    }

    public static function space(): string
    {
        return LinearSrgb::class;
    }

    public function isIdentity(): bool
    {
        return [] === $this->matrices && null === $this->whites;
    }

    /** The white of the light as a whole; of several that were given, of the brightest tones. */
    public function light(): ?ColourBlock
    {
        $hex = $this->light ?? ([] === $this->probes ? $this->highlights ?? $this->midtones ?? $this->shadows ?? $this->all : $this->probes[0]->colour);

        return null === $hex ? null : ColourBlock::of(Srgb::class, [Hex::parse($hex)]);
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        if (null !== $this->whites) {
            return $this->whites->apply($colours);
        }
        if (null === $this->zones) {
            foreach ($this->matrices as $matrix) {
                return Bradford::apply($colours, $matrix);
            }

            return $colours;
        }
        $weights = array_combine(ToneZones::NAMES, $this->zones->weights($colours->in(OkLab::class)->a));
        // A zone without a colour of its own lies between the other two, or is the nearer one's.
        if (!isset($this->matrices['midtones'])) {
            $n = \count($weights['midtones']);
            for ($i = 0; $i < $n; ++$i) {
                $weights['shadows'][$i] += 0.5 * $weights['midtones'][$i];
                $weights['highlights'][$i] += 0.5 * $weights['midtones'][$i];
            }
        } elseif (!isset($this->matrices['shadows'])) {
            $weights['midtones'] = self::sum($weights['midtones'], $weights['shadows']);
        } elseif (!isset($this->matrices['highlights'])) {
            $weights['midtones'] = self::sum($weights['midtones'], $weights['highlights']);
        }
        $n = $colours->count();
        $red = $green = $blue = array_fill(0, $n, 0.0);
        foreach ($this->matrices as $zone => $matrix) {
            $part = Bradford::apply($colours, $matrix);
            $w = $weights[$zone] ?? [];
            $a = $part->a;
            $b = $part->b;
            $c = $part->c;
            for ($i = 0; $i < $n; ++$i) {
                $red[$i] += $w[$i] * $a[$i];
                $green[$i] += $w[$i] * $b[$i];
                $blue[$i] += $w[$i] * $c[$i];
            }
        }

        return new ColourBlock(LinearSrgb::class, $red, $green, $blue);
    }

    /**
     * Each probe goes to where the other photo has weak colours nearest to it: the same white in that photo's light. The colours
     * for tones are given by hand and stay.
     */
    public function fitted(ColourBlock $colours): self
    {
        return (new self($this->all, $this->shadows, $this->midtones, $this->highlights, NeutralProbe::found($this->probes, $colours->in(OkLab::class)), null, $this->pots?->adapted($colours), $this->things))->lit($colours);
    }

    public static function shortLists(): array
    {
        return PhotoPots::shortLists();
    }

    /**
     * The same with a photo's coloured things known.
     *
     * @param PhotoPots $pots all of the photo's
     */
    public function knowing(PhotoPots $pots): self
    {
        if ([] === $this->probes) {
            return $this;
        }
        $gains = ProbeWhites::gainsOf(ColourBlock::of(Srgb::class, array_map(static fn (NeutralProbe $probe): array => Hex::parse($probe->colour), $this->probes)));

        return new self($this->all, $this->shadows, $this->midtones, $this->highlights, $this->probes, $this->light, ThingLight::together($pots, $gains), 0 === ($this->pots?->count() ?? 0) ? self::THINGS : $this->things);
    }

    /** The same with the white of a photo's light as a whole. */
    public function lit(ColourBlock $colours): self
    {
        $light = ProbeWhites::light($colours)?->in(Srgb::class)->at(0);

        return new self($this->all, $this->shadows, $this->midtones, $this->highlights, $this->probes, null === $light ? null : Hex::format(...$light), $this->pots, $this->things);
    }

    /** @param list<NeutralProbe> $probes */
    private static function whites(array $probes, ?string $light, ?PhotoPots $pots, float $things): ?ProbeWhites
    {
        if ([] === $probes) {
            return null;
        }
        $colours = ColourBlock::of(Srgb::class, array_map(static fn (NeutralProbe $probe): array => Hex::parse($probe->colour), $probes));
        foreach ($probes as $number => $probe) {
            self::bright(ColourBlock::of(Srgb::class, [$colours->at($number)]), \sprintf('probes[%d]', $number), $probe->colour);
        }

        $whole = null === $light ? null : ColourBlock::of(Srgb::class, [Hex::parse($light)]);
        if (null !== $whole) {
            self::bright($whole, 'light', (string) $light);
        }

        return new ProbeWhites($colours, $whole, $pots, $things / 100.0);
    }

    /**
     * @param string $name what is said of it when it is too dark
     *
     * @return array{0: float, 1: float, 2: float} XYZ
     */
    private static function bright(ColourBlock $colour, string $name, string $hex): array
    {
        [$x, $y, $z] = $colour->in(XyzD65::class)->at(0);
        if ($y < self::LEAST_LIGHT || min($x, $z) <= 0.0) {
            throw new \InvalidArgumentException(\sprintf('%s: %s is too dark to tell a cast by. Choose a lighter place.', $name, $hex));
        }

        return [$x, $y, $z];
    }

    /** @param array<string, float> $lights lightness of the colours by zone, two or three, rising */
    private static function zones(array $lights): ToneZones
    {
        $middle = $lights['midtones'] ?? (($lights['shadows'] ?? 0.0) + ($lights['highlights'] ?? 1.0)) / 2;

        return new ToneZones($lights['shadows'] ?? $middle, $middle, $middle, $lights['highlights'] ?? $middle);
    }

    /**
     * @param array<int, float> $p
     * @param array<int, float> $q
     *
     * @return array<int, float>
     */
    private static function sum(array $p, array $q): array
    {
        $n = \count($p);
        for ($i = 0; $i < $n; ++$i) {
            $p[$i] += $q[$i];
        }

        return $p;
    }
}
