<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Tone\Smooth;

/** What can go wrong with colours in a grade: each a function of colour. */
enum Trouble: string
{
    /** Neighbouring colours are pulled apart, which shows as bands and hard lines. */
    case Torn = 'torn';
    /** Noise of lightness grows. */
    case Noise = 'noise';
    /** More colour was asked for than sRGB can show. */
    case Gamut = 'gamut';
    case RedFull = 'red-full';
    case GreenFull = 'green-full';
    case BlueFull = 'blue-full';
    case RedEmpty = 'red-empty';
    case GreenEmpty = 'green-empty';
    case BlueEmpty = 'blue-empty';

    /** By how much differences are stretched from which on it shows; up to where it does not, and from where on it surely does. */
    private const STRETCH = [2.6, 3.4];
    /** OKLab lightness below which that is not seen; from which on it is; common practice. */
    private const DARK = [0.06, 0.2];
    /** Growth of noise from which on it shows, in the same way. */
    private const NOISE = [1.7, 2.3];
    /** The same of OKLCh chroma that is lost. */
    private const LOST = [0.012, 0.028];
    /** Levels of 255 from the end of the range: not clipped any more, and clipped. */
    private const END = [1.5, 0.5];
    /** Levels from the end that a channel had: nothing is lost yet, and something is. */
    private const HAD = [4.0, 16.0];

    /**
     * How much of it there is at each colour: 0…1, ½ where it begins to show. What was so in the photo does not count.
     *
     * @param ColourBlock                         $source   encoded sRGB
     * @param ColourBlock                         $running  what the moves make of it and of the colours a step away, see Strain::around(); any space, unbounded
     * @param ColourBlock                         $finished the first of them, brought into gamut: encoded sRGB
     * @param array{0: float, 1: float, 2: float} $grain    standard deviation of the photo's noise in L, a and b
     *
     * @return array<int, float>
     */
    public function weights(ColourBlock $source, ColourBlock $running, ColourBlock $finished, array $grain): array
    {
        return match ($this) {
            self::Torn => self::seen($running, self::ramps(Strain::between($running)->stretch(), self::STRETCH)),
            self::Noise => self::ramps(Strain::between($running)->lightNoise($grain), self::NOISE),
            self::Gamut => self::lost($running, $finished),
            self::RedFull => self::full($source->a, $finished->a, 1.0),
            self::GreenFull => self::full($source->b, $finished->b, 1.0),
            self::BlueFull => self::full($source->c, $finished->c, 1.0),
            self::RedEmpty => self::full($source->a, $finished->a, 0.0),
            self::GreenEmpty => self::full($source->b, $finished->b, 0.0),
            self::BlueEmpty => self::full($source->c, $finished->c, 0.0),
        };
    }

    /**
     * The same at colours that a grade is worked out for.
     *
     * @param array{0: float, 1: float, 2: float} $grain
     * @param PlaneValues|null                    $planes what the planes of the grade are at these
     *
     * @return array<int, float>
     */
    public function at(Grade $grade, Colours $source, array $grain, ?PlaneValues $planes = null): array
    {
        $running = Evaluator::running($grade, new Colours(Strain::around($source->lab())), planes: $planes?->repeated(4))[0]->lab();

        return $this->weights($source->in(Srgb::class), $running, Gamut::intoSrgb($running->before($source->count())), $grain);
    }

    /** Whether it is about a channel at an end of its range. */
    public function isClipping(): bool
    {
        return !\in_array($this, [self::Torn, self::Noise, self::Gamut], true);
    }

    /** What it is, after the photo and before a share of it. */
    public function words(): string
    {
        return match ($this) {
            self::Torn => 'colours torn apart',
            self::Noise => 'noise more than doubled',
            self::Gamut => 'colours a screen cannot show',
            self::RedFull => 'red at 255',
            self::GreenFull => 'green at 255',
            self::BlueFull => 'blue at 255',
            self::RedEmpty => 'red at 0',
            self::GreenEmpty => 'green at 0',
            self::BlueEmpty => 'blue at 0',
        };
    }

    /**
     * @param list<float>               $values
     * @param array{0: float, 1: float} $ends
     *
     * @return list<float>
     */
    private static function ramps(array $values, array $ends): array
    {
        return array_map(static fn (float $value): float => Smooth::at(($value - $ends[0]) / ($ends[1] - $ends[0])), $values);
    }

    /**
     * Next to black no difference is seen, however far it is stretched.
     *
     * @param list<float> $weights
     *
     * @return list<float>
     */
    private static function seen(ColourBlock $running, array $weights): array
    {
        $light = $running->in(OkLch::class)->a;
        foreach ($weights as $i => $weight) {
            $weights[$i] = $weight * Smooth::at(($light[$i] - self::DARK[0]) / (self::DARK[1] - self::DARK[0]));
        }

        return $weights;
    }

    /** @return list<float> */
    private static function lost(ColourBlock $running, ColourBlock $finished): array
    {
        $asked = $running->in(OkLch::class)->b;
        $lost = [];
        foreach ($finished->in(OkLch::class)->b as $i => $chroma) {
            $lost[] = $asked[$i] - $chroma;
        }

        return self::ramps($lost, self::LOST);
    }

    /**
     * @param array<int, float> $source
     * @param array<int, float> $finished
     *
     * @return list<float>
     */
    private static function full(array $source, array $finished, float $end): array
    {
        $weights = [];
        foreach ($source as $i => $value) {
            $had = (255.0 * abs($end - $value) - self::HAD[0]) / (self::HAD[1] - self::HAD[0]);
            $has = (self::END[0] - 255.0 * abs($end - $finished[$i])) / (self::END[0] - self::END[1]);
            $weights[] = $had <= 0.0 || $has <= 0.0 ? 0.0 : Smooth::at($had) * Smooth::at($has);
        }

        return $weights;
    }
}
