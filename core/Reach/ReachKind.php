<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\Colours;

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
     * @param array<string, mixed> $reach as accepted by the schema
     *
     * @return self|null null when nothing of this kind is said there
     *
     * @throws UnreadableReach naming the place and what is allowed there
     */
    public static function fromData(array $reach): ?self;

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
