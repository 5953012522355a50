<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Model\Table\Tables;

/** Nothing at one line, everything at another, and smoothly from one to the other between them. */
final readonly class Gradient implements Shape
{
    private const SHORTEST = 0.002;

    /**
     * @param array{float, float} $from a place on the line where it begins
     * @param array{float, float} $to   the nearest place on the line where all is let through
     *
     * @throws \InvalidArgumentException when the two are one
     */
    public function __construct(public array $from, public array $to)
    {
        if (hypot($to[0] - $from[0], $to[1] - $from[1]) < self::SHORTEST) {
            throw new \InvalidArgumentException('The gradient begins where it ends. Draw it from no change to full change.');
        }
    }

    public static function id(): string
    {
        return 'gradient';
    }

    public static function title(): string
    {
        return 'Gradient';
    }

    public static function help(): string
    {
        return 'From no effect at one line to full effect at another.';
    }

    public static function properties(): array
    {
        return ['from' => Shapes::place('From', 'Where it begins to act, in shares of width and height.'), 'to' => Shapes::place('To', 'From where on it acts in full.')];
    }

    public static function required(): array
    {
        return ['from', 'to'];
    }

    public static function fromData(array $data, Tables $tables): self
    {
        return new self(Shapes::pair($data, 'from'), Shapes::pair($data, 'to'));
    }

    public function data(): array
    {
        return ['from' => $this->from, 'to' => $this->to];
    }

    public function distances(Frame $frame, array $x, array $y): array
    {
        [[$fromX, $fromY], [$toX, $toY]] = $frame->measured([$this->from, $this->to]);
        $length = max(1e-9, hypot($toX - $fromX, $toY - $fromY));
        $alongX = ($toX - $fromX) / $length;
        $alongY = ($toY - $fromY) / $length;
        $middle = $length / 2 + $fromX * $alongX + $fromY * $alongY;
        $distances = [];
        foreach ($x as $i => $across) {
            $distances[] = $middle - $across * $alongX - $y[$i] * $alongY;
        }

        return $distances;
    }

    public function places(): int
    {
        return 2;
    }

    public function edge(Frame $frame): float
    {
        [[$fromX, $fromY], [$toX, $toY]] = $frame->measured([$this->from, $this->to]);

        return max(1e-9, hypot($toX - $fromX, $toY - $fromY));
    }
}
