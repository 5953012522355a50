<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Move\Kind\BandMix;
use Tovrin\Core\Move\Kind\Chart;
use Tovrin\Core\Move\Kind\ColourBalance;
use Tovrin\Core\Move\Kind\Curves;
use Tovrin\Core\Move\Kind\EvenOut;
use Tovrin\Core\Move\Kind\HueCurves;
use Tovrin\Core\Move\Kind\HueRelief;
use Tovrin\Core\Move\Kind\Light;
use Tovrin\Core\Move\Kind\Matching;
use Tovrin\Core\Move\Kind\Neutralise;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Core\Move\Kind\Recolour;
use Tovrin\Core\Move\Kind\Saturation;
use Tovrin\Core\Move\Kind\SelectiveColour;
use Tovrin\Core\Move\Kind\Shift;
use Tovrin\Core\Move\Kind\SideWarmth;
use Tovrin\Core\Move\Kind\Table;
use Tovrin\Core\Move\Kind\Warmth;

/** The list of kinds of move. A new kind is its own file, its panel, its test and one entry here. */
final class MoveKinds
{
    /** @var list<class-string<MoveKind>> */
    public const ALL = [
        SelectiveColour::class,
        BandMix::class,
        Shift::class,
        Recolour::class,
        Palette::class,
        Matching::class,
        EvenOut::class,
        Neutralise::class,
        Chart::class,
        Light::class,
        Curves::class,
        HueCurves::class,
        ColourBalance::class,
        Saturation::class,
        Warmth::class,
        SideWarmth::class,
        HueRelief::class,
        Table::class,
    ];

    /**
     * @return class-string<MoveKind>
     *
     * @throws \InvalidArgumentException naming the kinds there are
     */
    public static function class(string $id): string
    {
        foreach (self::ALL as $class) {
            if ($class::id() === $id) {
                return $class;
            }
        }

        throw new \InvalidArgumentException(\sprintf('There is no kind of move called "%s". The kinds are: %s.', $id, implode(', ', self::ids())));
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return array_map(static fn (string $class): string => $class::id(), self::ALL);
    }
}
