<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Model\Table\Tables;

/** Inside a rough outline of straight lines. */
final readonly class Polygon implements Shape
{
    public const FEATHER = 0.02;
    public const MOST = 200;
    private const LEAST = 3;

    /**
     * @param list<array{float, float}> $points corners in their order, in shares of width and height
     *
     * @throws \InvalidArgumentException when they enclose nothing, or their lines cross
     */
    public function __construct(public array $points, public float $feather = self::FEATHER)
    {
        if (\count($points) < self::LEAST) {
            throw new \InvalidArgumentException(\sprintf('A polygon of %d points encloses nothing. Give it at least three.', \count($points)));
        }
        if (Segments::along($points, true)->cross()) {
            throw new \InvalidArgumentException('The polygon crosses itself, so it is not clear what is inside. Draw it again without a crossing, or as two polygons.');
        }
        foreach ([0, 1] as $axis) {
            $values = array_column($points, $axis);
            Shapes::onPhoto(self::id(), min($values) - $feather, max($values) + $feather);
        }
    }

    public static function id(): string
    {
        return 'polygon';
    }

    public static function title(): string
    {
        return 'Polygon';
    }

    public static function help(): string
    {
        return 'Everything inside an outline.';
    }

    public static function properties(): array
    {
        return [
            'points' => ['x-title' => 'Points', 'description' => 'Its corners in their order, in shares of width and height. Its lines must not cross.', 'type' => 'array', 'maxItems' => self::MOST, 'items' => Shapes::place('Point', 'One corner.')],
            'feather' => Shapes::feather(self::FEATHER),
        ];
    }

    public static function required(): array
    {
        return ['points'];
    }

    public static function fromData(array $data, Tables $tables): self
    {
        return new self(Shapes::pairs($data, 'points'), Shapes::number($data, 'feather', self::FEATHER));
    }

    public function data(): array
    {
        return ['points' => $this->points, 'feather' => $this->feather];
    }

    public function distances(Frame $frame, array $x, array $y): array
    {
        $lines = Segments::along($frame->measured($this->points), true);
        [$distances] = $lines->nearest($x, $y);
        foreach ($lines->inside($x, $y) as $i => $inside) {
            if ($inside) {
                $distances[$i] = -$distances[$i];
            }
        }

        return $distances;
    }

    public function places(): int
    {
        return \count($this->points);
    }

    public function edge(Frame $frame): float
    {
        return $this->feather;
    }
}
