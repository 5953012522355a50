<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Move\ActsOnPots;
use Tovrin\Core\Move\Anchored;
use Tovrin\Core\Move\Fitting;
use Tovrin\Core\Move\LongLists;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Move\PotCarries;
use Tovrin\Core\Move\PotShares;
use Tovrin\Core\Move\Setting;

/**
 * Gives pots of a photo, its own colour families, colours of their own, and leaves the others as they are.
 *
 * With shares s_k(x) of the moved pots and T_k carrying the middle of pot k to its target, a colour x becomes
 * x + Σ s_k(x)·(T_k(x) − x) in OKLab: exact at a pot's middle, nothing where no moved pot holds anything, and within a pot its
 * light and shade stay in their order. T_k is paint, or a tint: as in Recolour.
 */
final readonly class Palette implements ActsOnPots, Anchored, Fitting, LongLists
{
    /** OKLab distance from a photo's nearest pot at which a pot is none of the photo's; lightness counts less, as light changes it. */
    private const FAR = 0.07;
    private const LIGHT = 0.35;
    /** The further a pot is carried, the softer its edge: of a distance carried, this much. Keeps the stretch within some 5. */
    private const SOFT = 0.4;
    private const SOFTEST = 0.08;
    /** And paint, which changes colours more away from the middle, by this much softer still. */
    private const SOFTER = 1.1;

    /**
     * @param list<array{0: float, 1: float, 2: float}|null> $targets OKLab, by pot; null leaves it
     * @param string                                         $method  Recolour::PAINT or Recolour::TINT
     */
    public function __construct(public PhotoPots $photo, public array $targets, public string $method = Recolour::TINT)
    {
    }

    /**
     * At rest, for a photo; what is moved in it is painted.
     *
     * @param list<string> $names of its families
     */
    public static function for(Families $families, array $names): self
    {
        return new self(PhotoPots::of($families, $names), array_map(static fn (): null => null, $families->groups), Recolour::PAINT);
    }

    public static function id(): string
    {
        return 'palette';
    }

    public static function title(): string
    {
        return 'Palette';
    }

    public static function help(): string
    {
        return 'Recolours the photo\'s own colours one by one. Drag a colour on the bench or set its swatch; its shades follow, all others stay.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Palette', ['method' => Recolour::methodSetting()] + PhotoPots::settings([
            'to' => ['description' => 'The colour its middle is to have; null leaves it.', 'anyOf' => [PhotoPots::colourSetting('A colour.'), ['type' => 'null']], 'default' => null],
        ]));
    }

    public static function shortLists(): array
    {
        return PhotoPots::shortLists();
    }

    public static function fromParams(Params $params): self
    {
        $values = $params->all();
        /** @var list<array{to?: array{lightness: int|float, chroma: int|float, hue: int|float}|null}> $pots */
        $pots = $values['pots'] ?? [];

        return new self(PhotoPots::read($values, $params->tables), array_map(static fn (array $pot): ?array => isset($pot['to']) ? PhotoPots::lab($pot['to']) : null, $pots), $params->choice('method', Recolour::TINT));
    }

    public function params(): array
    {
        return Params::away(['method' => $this->method], self::paramsSchema()) + $this->photo->data(array_map(static fn (?array $to): array => null === $to ? [] : ['to' => PhotoPots::colour($to)], $this->targets));
    }

    public static function space(): string
    {
        return OkLab::class;
    }

    public function isIdentity(): bool
    {
        return [] === $this->changedPots();
    }

    public function anchors(): ColourBlock
    {
        return $this->photo->middles();
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        return $this->applyTo($colours, $colours, $this->anchors(), $this->anchors());
    }

    public function applyTo(ColourBlock $colours, ColourBlock $read, ColourBlock $anchors, ColourBlock $anchorsRead): ColourBlock
    {
        $targets = array_filter($this->targets);
        if ([] === $targets) {
            return $colours;
        }
        $far = 0.0;
        foreach ($targets as $pot => $to) {
            $far = max($far, self::distance($anchors->at($pot), $to));
        }
        $painted = Recolour::PAINT === $this->method;
        $over = ($painted ? self::SOFTER : 1.0) * min(self::SOFTEST, self::SOFT * $far);
        $sharesOf = fn (ColourBlock $read): array => PotShares::of($this->photo, array_keys($targets), $read, $anchorsRead, $over);
        $carries = $painted ? PotCarries::painted($targets, $anchors, $sharesOf($anchorsRead)) : PotCarries::tinted($targets, $anchors, $sharesOf($anchorsRead));
        [$light, $green, $blue] = [$colours->a, $colours->b, $colours->c];
        [$lightTo, $greenTo, $blueTo] = [$light, $green, $blue];
        foreach ($sharesOf($read) as $pot => $shares) {
            // Most colours are no pot's that is moved.
            $held = $as = $bs = $cs = [];
            foreach ($shares as $i => $share) {
                if (0.0 !== $share) {
                    $held[] = $i;
                    $as[] = $light[$i];
                    $bs[] = $green[$i];
                    $cs[] = $blue[$i];
                }
            }
            $carried = $carries[$pot](new ColourBlock(OkLab::class, $as, $bs, $cs));
            [$asTo, $bsTo, $csTo] = [$carried->a, $carried->b, $carried->c];
            foreach ($held as $at => $i) {
                $share = $shares[$i];
                $lightTo[$i] += $share * ($asTo[$at] - $as[$at]);
                $greenTo[$i] += $share * ($bsTo[$at] - $bs[$at]);
                $blueTo[$i] += $share * ($csTo[$at] - $cs[$at]);
            }
        }

        return new ColourBlock(OkLab::class, $lightTo, $greenTo, $blueTo);
    }

    /** Targets keep their hue and saturation; their lightness goes along with the pot's, which is the other photo's light. */
    public function fitted(ColourBlock $colours): self
    {
        $photo = $this->photo->adapted($colours);
        $targets = [];
        foreach ($this->targets as $pot => $to) {
            $targets[] = null === $to ? null : [max(0.0, min(1.0, $to[0] + $photo->middles[$pot][0] - $this->photo->middles[$pot][0])), $to[1], $to[2]];
        }

        return new self($photo, $targets, $this->method);
    }

    /**
     * Moved pots that a photo has no colours like: the palette was made on another one.
     *
     * @param list<array{0: float, 1: float, 2: float}> $own middles of the photo's pots in OKLab
     *
     * @return list<int>
     */
    public function absent(array $own): array
    {
        $absent = [];
        foreach ($this->changedPots() as $pot) {
            [$l, $a, $b] = $this->photo->middles[$pot];
            $like = array_filter($own, static fn (array $middle): bool => sqrt((self::LIGHT * ($middle[0] - $l)) ** 2 + ($middle[1] - $a) ** 2 + ($middle[2] - $b) ** 2) < self::FAR);
            if ([] === $like) {
                $absent[] = $pot;
            }
        }

        return $absent;
    }

    public function pots(): PhotoPots
    {
        return $this->photo;
    }

    public function changedPots(): array
    {
        return array_keys(array_filter($this->targets));
    }

    /**
     * @param array{0: float, 1: float, 2: float} $p
     * @param array{0: float, 1: float, 2: float} $q
     */
    private static function distance(array $p, array $q): float
    {
        return sqrt(($p[0] - $q[0]) ** 2 + ($p[1] - $q[1]) ** 2 + ($p[2] - $q[2]) ** 2);
    }
}
