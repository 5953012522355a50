<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** A kind of move with settings that are long lists of numbers: it checks them itself, which a validator would take long for. */
interface LongLists extends MoveKind
{
    /**
     * What to validate in the place of such a list, by the name of the setting.
     *
     * @return array<string, list<mixed>>
     */
    public static function shortLists(): array;
}
