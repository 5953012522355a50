<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;

/** A colour of the photo that ought to be neutral. */
final readonly class NeutralProbe
{
    public const MOST = 8;
    /** Colours of another photo count as the same white by closeness in a and b, and little by L. */
    private const SPREAD = 0.025;
    private const LIGHT = 0.05;
    private const ROUNDS = 3;

    /**
     * @param string                           $colour `#rrggbb`
     * @param array{0: float, 1: float}|null $at     where it was read, in shares of the photo's width and height
     */
    public function __construct(public string $colour, public ?array $at = null)
    {
    }

    /** @return array<string, mixed> */
    public static function setting(): array
    {
        $share = ['type' => 'number', 'minimum' => 0, 'maximum' => 1];

        return ['x-title' => 'Probes', 'description' => 'Colours that should be neutral, in up to eight places where lights mix. While there are any, the colours for tones are not used.', 'type' => 'array', 'maxItems' => self::MOST, 'default' => [], 'items' => Setting::group('NeutralProbe', [
            'colour' => ['description' => 'The colour that should be neutral.', 'type' => 'string', 'pattern' => '^#[0-9a-fA-F]{6}$'],
            'at' => ['description' => 'Where it was read: shares of the photo\'s width and height.', 'default' => null, 'anyOf' => [['type' => 'array', 'minItems' => 2, 'maxItems' => 2, 'items' => $share], ['type' => 'null']]],
        ]) + ['required' => ['colour']]];
    }

    /**
     * @param array<mixed> $values the settings of a move, as accepted by the schema
     *
     * @return list<self>
     */
    public static function read(array $values): array
    {
        /** @var array{probes?: list<array{colour: string, at?: array{0: int|float, 1: int|float}|null}>} $values */
        return array_map(static fn (array $p): self => new self($p['colour'], isset($p['at']) ? [(float) $p['at'][0], (float) $p['at'][1]] : null), $values['probes'] ?? []);
    }

    /**
     * @param list<self> $probes
     *
     * @return list<array<string, mixed>>
     */
    public static function data(array $probes): array
    {
        return array_map(static fn (self $p): array => ['colour' => $p->colour] + (null === $p->at ? [] : ['at' => $p->at]), $probes);
    }

    /**
     * The same whites among another photo's colours.
     *
     * @param list<self>  $probes
     * @param ColourBlock $colours OKLab
     *
     * @return list<self> where they are there; one that nothing is near stays as it is
     */
    public static function found(array $probes, ColourBlock $colours): array
    {
        $found = [];
        foreach ($probes as $probe) {
            $at = ColourBlock::of(Srgb::class, [Hex::parse($probe->colour)])->in(OkLab::class)->at(0);
            for ($round = 0; $round < self::ROUNDS; ++$round) {
                $at = self::meanNear($at, $colours) ?? $at;
            }
            $found[] = new self(Hex::format(...ColourBlock::of(OkLab::class, [$at])->in(Srgb::class)->at(0)));
        }

        return $found;
    }

    /**
     * One step of the mean shift of Fukunaga and Hostetler (1975): towards where colours are densest.
     *
     * @param array{0: float, 1: float, 2: float} $at
     *
     * @return array{0: float, 1: float, 2: float}|null null when nothing is near
     */
    private static function meanNear(array $at, ColourBlock $colours): ?array
    {
        $sum = $l = $a = $b = 0.0;
        $half = 0.5 / self::SPREAD ** 2;
        foreach ($colours->a as $i => $light) {
            [$green, $blue] = [$colours->b[$i], $colours->c[$i]];
            $w = exp(-$half * (($green - $at[1]) ** 2 + ($blue - $at[2]) ** 2 + self::LIGHT * ($light - $at[0]) ** 2));
            $sum += $w;
            $l += $w * $light;
            $a += $w * $green;
            $b += $w * $blue;
        }

        return $sum > 1e-6 * $colours->count() ? [$l / $sum, $a / $sum, $b / $sum] : null;
    }
}
