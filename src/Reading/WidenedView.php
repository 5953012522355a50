<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Unfolding;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Window;

/** What had to be done to the soft edges of a move's reach so that colours keep their order. */
final readonly class WidenedView
{
    /**
     * @param list<float>|null $hue   widths in degrees of the soft edges before and after the hues it reaches, where they had to grow
     * @param list<float>|null $light widths of those below and above the lightness it reaches, 0 to 1, where they had to grow
     * @param bool             $folds whether colours change places across its soft edges all the same
     */
    private function __construct(public ?array $hue, public ?array $light, public bool $folds)
    {
    }

    /** Null where they are as they were asked for, and keep the order. */
    public static function of(Move $move): ?self
    {
        $unfolding = Unfolding::of($move);
        [$given, $acting] = [$move->reach?->windows, $unfolding->reach?->windows];
        [$hue, $light] = [self::grown($given?->hue, $acting?->hue), self::grown($given?->light, $acting?->light)];

        return null === $hue && null === $light && !$unfolding->folds() ? null : new self($hue, $light, $unfolding->folds());
    }

    /** @return list<float>|null */
    private static function grown(HueWindow|Window|null $given, HueWindow|Window|null $acting): ?array
    {
        return null === $given || null === $acting || ($acting->softFrom === $given->softFrom && $acting->softTo === $given->softTo) ? null : [$acting->softFrom, $acting->softTo];
    }
}
