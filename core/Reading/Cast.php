<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Tone\ToneZones;

/**
 * The colour cast that the nearly grey parts of a photo show in each tone zone.
 *
 * An estimate: it takes what is only weakly coloured for grey that a light has tinted (common practice).
 */
final readonly class Cast
{
    /** CIELAB chroma up to which a colour passes for neutral; common practice. */
    public const NEUTRAL = 1.5;

    /** CIELAB chroma from which a cast is called clear, and strong; a convention of ours. */
    private const CLEARLY = 4.0;
    private const STRONGLY = 9.0;

    /** Share of a zone's colours that must be nearly grey for its cast to be judged by. */
    private const EVIDENCE = 0.02;

    /** CIELAB chroma at the rim of a dial that a cast is drawn on. */
    private const RIM = 14.0;

    /** OKLCh chroma below which a colour may be a tinted grey. */
    private const WEAK = 0.07;

    /**
     * @param string $zone     a name of ToneZones
     * @param float  $evidence share of the zone's colours that are weak enough to judge by, 0…1
     * @param float  $amount   CIELAB chroma of the cast
     * @param string $lean     the hue it leans to; empty when neutral or without evidence
     * @param array{0: float, 1: float} $ab CIELAB a and b of the cast
     */
    private function __construct(public string $zone, public float $evidence, public float $amount, public string $lean, public array $ab)
    {
    }

    /** @return list<self> for shadows, midtones, highlights */
    public static function of(ColourBlock $colours): array
    {
        $lab = $colours->in(OkLab::class);
        $zones = (new ToneZones())->weights($lab->a);
        $casts = [];
        foreach (ToneZones::NAMES as $z => $zone) {
            $total = $weak = $sum = $l = $a = $b = 0.0;
            $n = $lab->count();
            for ($i = 0; $i < $n; ++$i) {
                $w = $zones[$z][$i];
                if ($w <= 0.0) {
                    continue;
                }
                $total += $w;
                $chroma = sqrt($lab->b[$i] ** 2 + $lab->c[$i] ** 2);
                if ($chroma < self::WEAK) {
                    // The weaker the colour, the likelier it is a grey.
                    $v = $w * (1.0 - $chroma / self::WEAK);
                    $weak += $w;
                    $l += $v * $lab->a[$i];
                    $a += $v * $lab->b[$i];
                    $b += $v * $lab->c[$i];
                    $sum += $v;
                }
            }
            if ($sum < 1e-9) {
                $casts[] = new self($zone, 0.0, 0.0, '', [0.0, 0.0]);
            } else {
                $mean = ColourBlock::one(OkLab::class, $l / $sum, $a / $sum, $b / $sum);
                [, $p, $q] = $mean->in(LabD50::class)->at(0);
                $amount = hypot($p, $q);
                $casts[] = new self($zone, $weak / $total, $amount, $amount < self::NEUTRAL ? '' : ColourName::hue($mean->in(OkLch::class)->at(0)[2]), [$p, $q]);
            }
        }

        return $casts;
    }

    /**
     * A place on a dial whose middle is neutral. Weak casts are the ones that matter: the middle of the dial is stretched.
     *
     * @param float $amount CIELAB chroma
     *
     * @return float share of the way to the rim, 0…1
     */
    public static function onDial(float $amount): float
    {
        return min(1.0, sqrt($amount / self::RIM));
    }

    /**
     * Where it lies on the dial.
     *
     * @return array{0: float, 1: float} −1…1, right and up positive; hue turns as on every hue circle
     */
    public function dial(): array
    {
        $out = self::onDial($this->amount) / max($this->amount, 1e-9);

        return [$out * $this->ab[0], $out * $this->ab[1]];
    }

    /** The cast in two words at most: "neutral", "slightly blue", "clearly orange", "strongly green", or "no grey" where there is nothing to judge by. */
    public function short(): string
    {
        return match (true) {
            $this->evidence < self::EVIDENCE => 'no grey',
            '' === $this->lean => 'neutral',
            $this->amount < self::CLEARLY => 'slightly '.$this->lean,
            $this->amount < self::STRONGLY => 'clearly '.$this->lean,
            default => 'strongly '.$this->lean,
        };
    }

    /** A sentence's end on how neutral a colour is: "neutral", or "blue cast, chroma 6.2", that of CIELAB. */
    public static function words(ColourBlock $one): string
    {
        [, $a, $b] = $one->in(LabD50::class)->at(0);
        $amount = hypot($a, $b);

        return $amount < self::NEUTRAL ? 'neutral' : \sprintf('%s cast, chroma %.1f', ColourName::hue($one->in(OkLch::class)->at(0)[2]), $amount);
    }
}
