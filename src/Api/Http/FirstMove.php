<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Move\MoveKind;

/** For requests that are about one move and send it as a look. */
final class FirstMove
{
    /** @throws Problem when there is none */
    public static function of(Grade $look): MoveKind
    {
        return ($look->moves[0] ?? throw new Problem(422, 'look: must have one move.'))->kind;
    }
}
