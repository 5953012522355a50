<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Model\Table\Tables;

/** Colours within stretches of hue, chroma and lightness. A window that is null lets everything through. */
final readonly class Windows implements ReachKind
{
    public function __construct(public ?HueWindow $hue = null, public ?Window $chroma = null, public ?Window $light = null)
    {
    }

    public function isOpen(): bool
    {
        return null === $this->hue && null === $this->chroma && null === $this->light;
    }

    /**
     * Broader or tighter: every window and its soft edges scaled about its middle.
     *
     * @param float $factor above 0; 1 leaves it as it is
     */
    public function scaled(float $factor): self
    {
        return new self($this->hue?->scaled($factor), $this->chroma?->scaled($factor, 0.5), $this->light?->scaled($factor, 1.0));
    }

    public static function shortened(\stdClass $reach): \stdClass
    {
        return $reach;
    }

    /** Windows are the same on every photo. */
    public function adapted(\Closure $points, string $photo): self
    {
        return $this;
    }

    public function weights(Colours $colours): array
    {
        $lch = $colours->lch();
        $weights = array_fill(0, $lch->count(), 1.0);
        $this->hue?->narrow($lch->c, $lch->b, $weights);
        $this->chroma?->narrow($lch->b, $weights);
        $this->light?->narrow($lch->a, $weights);

        return $weights;
    }

    public static function members(): array
    {
        $orNull = static fn (string $definition): array => ['anyOf' => [['$ref' => '#/$defs/'.$definition], ['type' => 'null']]];

        return ['hue' => $orNull('hueWindow'), 'chroma' => $orNull('chromaWindow'), 'light' => $orNull('lightWindow')];
    }

    public static function definitions(): array
    {
        return [
            'hueWindow' => self::definition('HueWindow', 'A stretch of the hue circle in OKLCh degrees, from "from" upwards to "to", through 360 where "to" is the smaller.', 360, 180, 'Where it ends.', ['before', 'after']),
            'chromaWindow' => self::definition('ChromaWindow', 'A stretch of OKLCh chroma.', 0.5, 0.5),
            'lightWindow' => self::definition('LightWindow', 'A stretch of OKLCh lightness.', 1, 1),
        ];
    }

    public static function fromData(array $reach, Tables $tables): ?self
    {
        /** @var array{hue?: array{from: float, to: float, softFrom?: float, softTo?: float}|null, chroma?: array{from: float, to: float, softFrom?: float, softTo?: float}|null, light?: array{from: float, to: float, softFrom?: float, softTo?: float}|null} $reach */
        $hue = $reach['hue'] ?? null;
        $windows = new self(
            null === $hue ? null : new HueWindow((float) $hue['from'], (float) $hue['to'], (float) ($hue['softFrom'] ?? 0), (float) ($hue['softTo'] ?? 0)),
            self::window($reach['chroma'] ?? null, 'chroma'),
            self::window($reach['light'] ?? null, 'light'),
        );

        return $windows->isOpen() ? null : $windows;
    }

    public function data(): array
    {
        $window = static fn (Window|HueWindow|null $w): ?array => null === $w ? null : ['from' => $w->from, 'to' => $w->to, 'softFrom' => $w->softFrom, 'softTo' => $w->softTo];

        return ['hue' => $window($this->hue), 'chroma' => $window($this->chroma), 'light' => $window($this->light)];
    }

    /** @param array{from: float, to: float, softFrom?: float, softTo?: float}|null $window */
    private static function window(?array $window, string $path): ?Window
    {
        if (null === $window) {
            return null;
        }
        if ($window['from'] > $window['to']) {
            throw new UnreadableReach($path, \sprintf('"from" (%s) is above "to" (%s). Swap them.', $window['from'], $window['to']));
        }

        return new Window((float) $window['from'], (float) $window['to'], (float) ($window['softFrom'] ?? 0), (float) ($window['softTo'] ?? 0));
    }

    /**
     * @param array{0: string, 1: string} $sides
     *
     * @return array{title: string, description: string, properties: array<string, array<string, mixed>>, required: list<string>}
     */
    private static function definition(string $title, string $description, float|int $most, float|int $softMost, string $end = 'Where it ends; not below "from".', array $sides = ['below', 'above']): array
    {
        $number = static fn (string $text, float|int $max): array => ['description' => $text, 'type' => 'number', 'minimum' => 0.0, 'maximum' => (float) $max];
        $soft = static fn (string $side): array => $number("Width of the soft edge $side it.", $softMost) + ['default' => 0.0];

        return ['title' => $title, 'description' => $description, 'properties' => [
            'from' => $number('Where it begins.', $most),
            'to' => $number($end, $most),
            'softFrom' => $soft($sides[0]),
            'softTo' => $soft($sides[1]),
        ], 'required' => ['from', 'to']];
    }
}
