<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

/** What can be cleared away to make room. */
enum Clearable: string
{
    /** Finished files kept for fetching, but for deliveries that are under way. */
    case Finished = 'finished';
    /** Photos, sets, versions and looks that were removed and could still be brought back. */
    case Removed = 'removed';
    /** What is computed again when it is needed. */
    case Remakeable = 'remakeable';
}
