<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Tone\Smooth;

/** What a stroke of a round brush goes over; if it is to, only as far as the colour under its middle goes. */
final readonly class Brush implements Shape, KeepsToColour
{
    public const RADIUS = 0.03;
    public const SOFTNESS = 0.5;
    /** OKLab distance from the colour under the middle up to which all is taken; at twice that nothing is. */
    public const TOLERANCE = 0.06;
    public const MOST = 400;

    /**
     * @param list<array{float, float}> $points   along the stroke, in shares of width and height; at least one
     * @param float                     $radius   shares of the picture's longer side
     * @param float                     $softness 0…1: how much of the radius the edge takes in
     * @param list<string>|null         $colours  `#rrggbb` under the middle at each point; null where it goes over every colour
     * @param float                     $tolerance see TOLERANCE
     *
     * @throws \InvalidArgumentException when there are not as many colours as points
     */
    public function __construct(public array $points, public float $radius = self::RADIUS, public float $softness = self::SOFTNESS, public ?array $colours = null, public float $tolerance = self::TOLERANCE)
    {
        if (null !== $colours && \count($colours) !== \count($points)) {
            throw new \InvalidArgumentException(\sprintf('A brush stroke that stays on its colour has one colour a point; there are %d for %d points.', \count($colours), \count($points)));
        }
    }

    public static function id(): string
    {
        return 'brush';
    }

    public static function title(): string
    {
        return 'Brush';
    }

    public static function help(): string
    {
        return 'Whatever you paint over. It can stop where the colour ends.';
    }

    public static function properties(): array
    {
        return [
            'points' => ['x-title' => 'Points', 'description' => 'Along the stroke, in shares of width and height.', 'type' => 'array', 'minItems' => 1, 'maxItems' => self::MOST, 'items' => Shapes::place('Point', 'One place of it.')],
            'radius' => ['x-title' => 'Radius', 'description' => 'Of the brush, in shares of the picture\'s longer side.', 'type' => 'number', 'minimum' => 0.002, 'maximum' => 0.5, 'default' => self::RADIUS],
            'softness' => ['x-title' => 'Softness', 'description' => 'How much of the radius its soft edge takes in.', 'type' => 'number', 'minimum' => 0.05, 'maximum' => 1, 'default' => self::SOFTNESS],
            'colours' => ['x-title' => 'Colours', 'description' => 'The photo\'s colour under the middle at each point, where the stroke stays on it; null where it goes over every colour.', 'default' => null, 'anyOf' => [['type' => 'array', 'maxItems' => self::MOST, 'items' => ['type' => 'string', 'pattern' => '^#[0-9a-fA-F]{6}$']], ['type' => 'null']]],
            'tolerance' => ['x-title' => 'Tolerance', 'description' => 'OKLab distance from the colour under the middle up to which all is taken; at twice that nothing is.', 'type' => 'number', 'minimum' => 0.04, 'maximum' => 0.5, 'default' => self::TOLERANCE],
        ];
    }

    public static function required(): array
    {
        return ['points'];
    }

    public static function fromData(array $data, Tables $tables): self
    {
        /** @var list<string>|null $colours */
        $colours = $data['colours'] ?? null;

        return new self(Shapes::pairs($data, 'points'), Shapes::number($data, 'radius', self::RADIUS), Shapes::number($data, 'softness', self::SOFTNESS), $colours, Shapes::number($data, 'tolerance', self::TOLERANCE));
    }

    public function data(): array
    {
        return ['points' => $this->points, 'radius' => $this->radius, 'softness' => $this->softness, 'colours' => $this->colours, 'tolerance' => $this->tolerance];
    }

    public function distances(Frame $frame, array $x, array $y): array
    {
        return $this->fromOutline($this->lines($frame)->nearest($x, $y)[0]);
    }

    public function places(): int
    {
        return \count($this->points);
    }

    public function edge(Frame $frame): float
    {
        return max(Shapes::FEATHER_LEAST, $this->radius * $this->softness);
    }

    public function keeps(): bool
    {
        return null !== $this->colours;
    }

    public function distancesAndLikeness(Frame $frame, array $x, array $y, ColourBlock $lab): array
    {
        [$distances, $line, $along] = $this->lines($frame)->nearest($x, $y);
        $under = ColourBlock::of(Srgb::class, array_map(Hex::parse(...), $this->colours ?? []))->in(OkLab::class);
        $last = $under->count() - 1;
        $likeness = [];
        foreach ($line as $i => $from) {
            if ($last < 0 || $distances[$i] >= $this->radius) {
                // Without colours all are alike; beyond the brush it does not matter.
                $likeness[] = 1.0;
                continue;
            }
            // Between two points of the stroke its colour goes over from one to the other.
            [$to, $t] = [min($last, $from + 1), $along[$i]];
            $light = $lab->a[$i] - $under->a[$from] - $t * ($under->a[$to] - $under->a[$from]);
            $green = $lab->b[$i] - $under->b[$from] - $t * ($under->b[$to] - $under->b[$from]);
            $blue = $lab->c[$i] - $under->c[$from] - $t * ($under->c[$to] - $under->c[$from]);
            $likeness[] = 1.0 - Smooth::at(sqrt($light * $light + $green * $green + $blue * $blue) / $this->tolerance - 1.0);
        }

        return [$this->fromOutline($distances), $likeness];
    }

    private function lines(Frame $frame): Segments
    {
        return Segments::along($frame->measured($this->points), false);
    }

    /**
     * @param array<int, float> $distances from the middle of the stroke
     *
     * @return array<int, float>
     */
    private function fromOutline(array $distances): array
    {
        // The edge lies inside of the radius, so that nothing beyond the brush is touched.
        $outline = $this->radius * (1.0 - $this->softness / 2);
        foreach ($distances as $i => $distance) {
            $distances[$i] = $distance - $outline;
        }

        return $distances;
    }
}
