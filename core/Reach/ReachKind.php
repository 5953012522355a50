<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Model\Points;
use Tovrin\Core\Model\Table\Tables;

/** One way to say which colours are meant. Several of them in a reach limit one another. */
interface ReachKind
{
    /**
     * The members it has in the reach of a look file, as JSON Schema; all are optional.
     *
     * @return array<string, array<string, mixed>>
     */
    public static function members(): array;

    /**
     * Definitions its members refer to.
     *
     * @return array<string, array{title: string, description: string, properties: array<string, array<string, mixed>>, required: list<string>}>
     */
    public static function definitions(): array;

    /**
     * Reads its members.
     *
     * @param array<string, mixed> $reach  as accepted by the schema
     * @param Tables               $tables where what takes long to work out is kept
     *
     * @return self|null null when nothing of this kind is said there
     *
     * @throws UnreadableReach naming the place and what is allowed there
     */
    public static function fromData(array $reach, Tables $tables): ?self;

    /**
     * The same reach with what is long in its members made short, for the validator, which takes long for thousands of numbers. What
     * is left out is checked by fromData(), by the same rules.
     *
     * @param \stdClass $reach decoded JSON, which is left as it is
     */
    public static function shortened(\stdClass $reach): \stdClass;

    /**
     * The same on another photo.
     *
     * @param \Closure(): Points $points some of the other photo's colours
     * @param string             $photo  names it
     */
    public function adapted(\Closure $points, string $photo): self;

    /**
     * Broader or tighter.
     *
     * @param float $factor above 0; 1 leaves it as it is
     */
    public function scaled(float $factor): self;

    /**
     * Its members, for json_encode().
     *
     * @return array<string, mixed>
     */
    public function data(): array;

    /**
     * The weight of each colour.
     *
     * @return array<int, float> 0…1
     */
    public function weights(Colours $colours): array;
}
