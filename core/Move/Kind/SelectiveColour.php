<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\ActsByHue;
use Tovrin\Core\Move\Familied;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Selective colour: adds or takes ink in nine targets, as a printer would correct a separation.
 *
 * On encoded RGB. With max, mid and min the channels of a colour (clamped to 0…1 for weighing),
 * its primary weighs max − mid, its secondary mid − min, whites 2·(min − ½), blacks 2·(½ − max),
 * neutrals 1 − |max − ½| − |min − ½|; negative weights count as none, and the weights of any
 * colour sum to one. Ink is 1 − channel. A target with cyan/magenta/yellow setting a and black
 * setting k asks for d = (1 + a)(1 + k) − 1; *relative* changes ink by ink·d, *absolute* by d
 * limited to −ink … 1 − ink. Ink outside 0…1 counts as 0 or 1, so that a colour already pushed
 * out of range is never thrown further by a setting at rest.
 */
final readonly class SelectiveColour implements ActsByHue, Familied
{
    /** The targets in their order, with the words of the trade. */
    public const TARGETS = [
        'reds' => 'Reds', 'yellows' => 'Yellows', 'greens' => 'Greens',
        'cyans' => 'Cyans', 'blues' => 'Blues', 'magentas' => 'Magentas',
        'whites' => 'Whites', 'neutrals' => 'Neutrals', 'blacks' => 'Blacks',
    ];

    private const PRIMARIES = ['reds', 'greens', 'blues'];
    private const SECONDARIES = ['cyans', 'magentas', 'yellows'];

    /**
     * @param bool                                                               $relative method: relative to the ink that is there, or absolute
     * @param array<string, array{cyan: float, magenta: float, yellow: float, black: float}> $targets settings −100…100 per target; a missing target is at rest
     */
    public function __construct(public bool $relative, public array $targets)
    {
        foreach (array_keys($targets) as $name) {
            if (!isset(self::TARGETS[$name])) {
                throw new \InvalidArgumentException(\sprintf('Selective colour has no target "%s".', $name));
            }
        }
    }

    public static function id(): string
    {
        return 'selective-colour';
    }

    public static function title(): string
    {
        return 'Selective colour';
    }

    public static function help(): string
    {
        return 'Adds or removes cyan, magenta, yellow and black in nine colour families: six hues, whites, neutrals and blacks.';
    }

    public static function paramsSchema(): array
    {
        $settings = ['method' => Setting::choice(
            'Scale with existing ink',
            'On: ink is added in proportion to the ink a colour already has, so whites hardly change. Off: every colour of the family gets the same amount.',
            ['relative', 'absolute'],
        )];
        foreach (self::TARGETS as $name => $title) {
            $settings[$name] = Setting::group($title, [
                'cyan' => Setting::slider('Cyan', 'Less cyan is more red.', -100, 100),
                'magenta' => Setting::slider('Magenta', 'Less magenta is more green.', -100, 100),
                'yellow' => Setting::slider('Yellow', 'Less yellow is more blue.', -100, 100),
                'black' => Setting::slider('Black', 'Less black is lighter.', -100, 100),
            ]);
        }

        return Setting::group('Selective colour', $settings);
    }

    public static function fromParams(Params $params): self
    {
        $targets = [];
        foreach (array_keys(self::TARGETS) as $name) {
            $target = $params->group($name);
            $targets[$name] = [
                'cyan' => $target->number('cyan'),
                'magenta' => $target->number('magenta'),
                'yellow' => $target->number('yellow'),
                'black' => $target->number('black'),
            ];
        }

        return new self('absolute' !== $params->choice('method', 'relative'), $targets);
    }

    public function params(): array
    {
        return Params::away(['method' => $this->relative ? 'relative' : 'absolute'] + $this->targets, self::paramsSchema());
    }

    public static function space(): string
    {
        return Srgb::class;
    }

    public function isIdentity(): bool
    {
        foreach ($this->targets as $target) {
            foreach ($target as $setting) {
                if (0.0 !== $setting) {
                    return false;
                }
            }
        }

        return true;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        $red = $colours->a;
        $green = $colours->b;
        $blue = $colours->c;
        // Demand per target and ink, by the index of the channel a primary or secondary belongs to.
        [$primaryC, $primaryM, $primaryY] = $this->demands(self::PRIMARIES);
        [$secondaryC, $secondaryM, $secondaryY] = $this->demands(self::SECONDARIES);
        [[$whiteC], [$whiteM], [$whiteY]] = $this->demands(['whites']);
        [[$greyC], [$greyM], [$greyY]] = $this->demands(['neutrals']);
        [[$blackC], [$blackM], [$blackY]] = $this->demands(['blacks']);
        $relative = $this->relative;
        $n = \count($red);
        for ($i = 0; $i < $n; ++$i) {
            $r = $red[$i];
            $g = $green[$i];
            $b = $blue[$i];
            $r = $r < 0.0 ? 0.0 : ($r > 1.0 ? 1.0 : $r);
            $g = $g < 0.0 ? 0.0 : ($g > 1.0 ? 1.0 : $g);
            $b = $b < 0.0 ? 0.0 : ($b > 1.0 ? 1.0 : $b);
            if ($r >= $g) {
                if ($g >= $b) {
                    [$top, $low, $max, $mid, $min] = [0, 2, $r, $g, $b];
                } elseif ($r >= $b) {
                    [$top, $low, $max, $mid, $min] = [0, 1, $r, $b, $g];
                } else {
                    [$top, $low, $max, $mid, $min] = [2, 1, $b, $r, $g];
                }
            } elseif ($r >= $b) {
                [$top, $low, $max, $mid, $min] = [1, 2, $g, $r, $b];
            } elseif ($g >= $b) {
                [$top, $low, $max, $mid, $min] = [1, 0, $g, $b, $r];
            } else {
                [$top, $low, $max, $mid, $min] = [2, 0, $b, $g, $r];
            }
            $inkC = 1.0 - $r;
            $inkM = 1.0 - $g;
            $inkY = 1.0 - $b;
            $primary = $max - $mid;
            $secondary = $mid - $min;
            $white = $min > 0.5 ? 2.0 * ($min - 0.5) : 0.0;
            $black = $max < 0.5 ? 2.0 * (0.5 - $max) : 0.0;
            $grey = 1.0 - ($max < 0.5 ? 0.5 - $max : $max - 0.5) - ($min < 0.5 ? 0.5 - $min : $min - 0.5);
            if ($grey < 0.0) {
                $grey = 0.0;
            }
            if ($relative) {
                $changeC = $inkC * ($primary * $primaryC[$top] + $secondary * $secondaryC[$low] + $white * $whiteC + $black * $blackC + $grey * $greyC);
                $changeM = $inkM * ($primary * $primaryM[$top] + $secondary * $secondaryM[$low] + $white * $whiteM + $black * $blackM + $grey * $greyM);
                $changeY = $inkY * ($primary * $primaryY[$top] + $secondary * $secondaryY[$low] + $white * $whiteY + $black * $blackY + $grey * $greyY);
            } else {
                $changeC = $primary * max(-$inkC, min($r, $primaryC[$top])) + $secondary * max(-$inkC, min($r, $secondaryC[$low]))
                    + $white * max(-$inkC, min($r, $whiteC)) + $black * max(-$inkC, min($r, $blackC)) + $grey * max(-$inkC, min($r, $greyC));
                $changeM = $primary * max(-$inkM, min($g, $primaryM[$top])) + $secondary * max(-$inkM, min($g, $secondaryM[$low]))
                    + $white * max(-$inkM, min($g, $whiteM)) + $black * max(-$inkM, min($g, $blackM)) + $grey * max(-$inkM, min($g, $greyM));
                $changeY = $primary * max(-$inkY, min($b, $primaryY[$top])) + $secondary * max(-$inkY, min($b, $secondaryY[$low]))
                    + $white * max(-$inkY, min($b, $whiteY)) + $black * max(-$inkY, min($b, $blackY)) + $grey * max(-$inkY, min($b, $greyY));
            }
            $red[$i] -= $changeC;
            $green[$i] -= $changeM;
            $blue[$i] -= $changeY;
        }

        return new ColourBlock(Srgb::class, $red, $green, $blue);
    }

    public static function families(): array
    {
        return self::TARGETS;
    }

    public function holding(string $family, Colours $colours): array
    {
        $rgb = $colours->in(Srgb::class);
        [$red, $green, $blue] = [$rgb->a, $rgb->b, $rgb->c];
        $primary = array_search($family, self::PRIMARIES, true);
        $secondary = array_search($family, self::SECONDARIES, true);
        $weights = [];
        $n = \count($red);
        for ($i = 0; $i < $n; ++$i) {
            $channels = [$red[$i], $green[$i], $blue[$i]];
            [$r, $g, $b] = $channels;
            $max = $r > $g ? ($r > $b ? $r : $b) : ($g > $b ? $g : $b);
            $min = $r < $g ? ($r < $b ? $r : $b) : ($g < $b ? $g : $b);
            if (false !== $primary) {
                $weights[] = $channels[$primary] === $max ? 2.0 * $max + $min - $r - $g - $b : 0.0;
            } elseif (false !== $secondary) {
                $weights[] = $channels[$secondary] === $min ? $r + $g + $b - $max - 2.0 * $min : 0.0;
            } else {
                $weights[] = match ($family) {
                    'whites' => $min > 0.5 ? 2.0 * ($min - 0.5) : 0.0,
                    'blacks' => $max < 0.5 ? 2.0 * (0.5 - $max) : 0.0,
                    default => max(0.0, 1.0 - abs($max - 0.5) - abs($min - 0.5)),
                };
            }
        }

        return $weights;
    }

    /**
     * The demands of some targets: for cyan, magenta and yellow a list with one number a target.
     *
     * @param non-empty-list<string> $names
     *
     * @return array{non-empty-array<int, float>, non-empty-array<int, float>, non-empty-array<int, float>}
     */
    private function demands(array $names): array
    {
        $cyan = $magenta = $yellow = [];
        foreach ($names as $name) {
            $target = $this->targets[$name] ?? ['cyan' => 0.0, 'magenta' => 0.0, 'yellow' => 0.0, 'black' => 0.0];
            $black = 1.0 + $target['black'] / 100.0;
            $cyan[] = (1.0 + $target['cyan'] / 100.0) * $black - 1.0;
            $magenta[] = (1.0 + $target['magenta'] / 100.0) * $black - 1.0;
            $yellow[] = (1.0 + $target['yellow'] / 100.0) * $black - 1.0;
        }

        return [$cyan, $magenta, $yellow];
    }
}
