<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Tovrin\App\Entity\PhotoSet;

/** A set among others. */
final readonly class SetSummary
{
    private function __construct(public int $id, public string $name, public int $photoCount)
    {
    }

    public static function of(PhotoSet $set, int $photoCount): self
    {
        return new self($set->id(), $set->name(), $photoCount);
    }
}
