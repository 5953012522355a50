<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Move\ActsOnPots;
use Tovrin\Core\Move\Anchored;
use Tovrin\Core\Move\Carry;
use Tovrin\Core\Move\Fitting;
use Tovrin\Core\Move\LongLists;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Move\PotShares;
use Tovrin\Core\Move\Setting;

/**
 * Gives pots of a photo, its own colour families, colours of their own, and leaves the others as they are.
 *
 * With shares s_k(x) of the moved pots and T_k carrying the middle of pot k to its target, a colour x becomes
 * x + Σ s_k(x)·(T_k(x) − x) in OKLab: exact at a pot's middle, nothing where no moved pot holds anything, and within a pot its
 * light and shade stay in their order, since T_k shifts lightness and keeps it where it only turns and scales.
 */
final readonly class Palette implements ActsOnPots, Anchored, Fitting, LongLists
{
    /** OKLab distance from a photo's nearest pot at which a pot is none of the photo's; lightness counts less, as light changes it. */
    private const FAR = 0.07;
    private const LIGHT = 0.35;
    /** The further a pot is carried, the softer its edge: of a distance carried, this much. Keeps the stretch within some 5. */
    private const SOFT = 0.4;
    private const SOFTEST = 0.08;
    /** Rounds of making the middles of pots that share colours come out exactly. */
    private const ROUNDS = 24;

    /** @param list<array{0: float, 1: float, 2: float}|null> $targets OKLab, by pot; null leaves it */
    public function __construct(public PhotoPots $photo, public array $targets)
    {
    }

    /**
     * At rest, for a photo.
     *
     * @param list<string> $names of its families
     */
    public static function for(Families $families, array $names): self
    {
        return new self(PhotoPots::of($families, $names), array_map(static fn (): null => null, $families->groups));
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
        return 'Gives the photo\'s own colour families colours of their own: drag one on the bench or set its swatch; its shades follow, the rest holds.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Palette', PhotoPots::settings([
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

        return new self(PhotoPots::read($values, $params->tables), array_map(static fn (array $pot): ?array => isset($pot['to']) ? PhotoPots::lab($pot['to']) : null, $pots));
    }

    public function params(): array
    {
        return $this->photo->data(array_map(static fn (?array $to): array => null === $to ? [] : ['to' => PhotoPots::colour($to)], $this->targets));
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
        $moved = $this->changedPots();
        if ([] === $moved) {
            return $colours;
        }
        $far = 0.0;
        foreach ($moved as $pot) {
            $far = max($far, self::distance($anchors->at($pot), $this->targets[$pot] ?? $anchors->at($pot)));
        }
        $over = min(self::SOFTEST, self::SOFT * $far);
        $carries = $this->carries($moved, $anchors, PotShares::of($this->photo, $moved, $anchorsRead, $anchorsRead, $over));
        $light = $lightTo = $colours->a;
        $green = $greenTo = $colours->b;
        $blue = $blueTo = $colours->c;
        $n = \count($light);
        foreach (PotShares::of($this->photo, $moved, $read, $anchorsRead, $over) as $pot => $share) {
            $carry = $carries[$pot];
            [$lift, $turnA, $turnB, $offsetA, $offsetB] = [$carry->lift, $carry->turnA - 1.0, $carry->turnB, $carry->offsetA, $carry->offsetB];
            for ($i = 0; $i < $n; ++$i) {
                $s = $share[$i];
                if (0.0 === $s) {
                    continue;
                }
                $a = $green[$i];
                $b = $blue[$i];
                $lightTo[$i] += $s * $lift;
                $greenTo[$i] += $s * ($turnA * $a - $turnB * $b + $offsetA);
                $blueTo[$i] += $s * ($turnB * $a + $turnA * $b + $offsetB);
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

        return new self($photo, $targets);
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
        return array_keys(array_filter($this->targets, static fn (?array $to): bool => null !== $to));
    }

    /**
     * How each moved pot is carried, so that the middles come out exactly at their targets even where moved pots share colours.
     *
     * @param list<int>               $moved
     * @param ColourBlock             $anchors OKLab
     * @param array<int, array<int, float>> $shares  of the anchors
     *
     * @return array<int, Carry>
     */
    private function carries(array $moved, ColourBlock $anchors, array $shares): array
    {
        $aims = $carries = [];
        foreach ($moved as $pot) {
            $aims[$pot] = $this->targets[$pot] ?? $anchors->at($pot);
        }
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            foreach ($aims as $pot => $aim) {
                $carries[$pot] = Carry::between(ColourBlock::of(OkLab::class, [$anchors->at($pot), $aim]));
            }
            $off = 0.0;
            foreach ($moved as $pot) {
                [$l, $a, $b] = $come = $anchors->at($pot);
                foreach ($carries as $other => $carry) {
                    $s = $shares[$other][$pot];
                    $come[0] += $s * $carry->lift;
                    $come[1] += $s * (($carry->turnA - 1.0) * $a - $carry->turnB * $b + $carry->offsetA);
                    $come[2] += $s * ($carry->turnB * $a + ($carry->turnA - 1.0) * $b + $carry->offsetB);
                }
                $to = $this->targets[$pot] ?? $come;
                $off = max($off, self::distance($come, $to));
                $aims[$pot] = [$aims[$pot][0] + $to[0] - $come[0], $aims[$pot][1] + $to[1] - $come[1], $aims[$pot][2] + $to[2] - $come[2]];
            }
            if ($off < 1e-5) {
                break;
            }
        }

        return $carries;
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
