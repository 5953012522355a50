<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

/** The list of kinds of reach. A new kind is its own file, its test and one entry here. */
final class ReachKinds
{
    /** @var list<class-string<ReachKind>> */
    public const ALL = [
        Windows::class,
        Learned::class,
    ];
}
