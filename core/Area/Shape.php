<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Model\Table\Tables;

/**
 * One shape of an area: on one side of its outline it lets a move through, on the other it does not, and across a soft edge, with
 * the outline in its middle, it goes from one to the other.
 */
interface Shape
{
    /** Its word in a look file. */
    public static function id(): string;

    public static function title(): string;

    public static function help(): string;

    /**
     * Its members in a look file besides "shape" and "subtract", as JSON Schema.
     *
     * @return array<string, array<string, mixed>>
     */
    public static function properties(): array;

    /** @return list<string> those it cannot do without */
    public static function required(): array;

    /**
     * @param array<string, mixed> $data as accepted by the schema
     * @param Tables $tables where it finds what it only names
     *
     * @throws \InvalidArgumentException saying what is wrong and what to do
     */
    public static function fromData(array $data, Tables $tables): self;

    /** @return array<string, mixed> its members, for json_encode() */
    public function data(): array;

    /**
     * How far places are from the outline, negative inside. Where that is more than half an edge, it is never said to be farther
     * than it is.
     *
     * @param array<int, float> $x places in distances from the left, see Frame
     * @param array<int, float> $y from the top
     *
     * @return array<int, float>
     */
    public function distances(Frame $frame, array $x, array $y): array;

    /** How many places it is drawn through: what it costs to draw goes with them. */
    public function places(): int;

    /** Width of the soft edge, above 0. */
    public function edge(Frame $frame): float;
}
