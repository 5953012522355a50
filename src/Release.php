<?php

declare(strict_types=1);

namespace Tovrin\App;

/** Which Tovrin this is. A new number is due whenever a data folder is kept in another form. */
final class Release
{
    public const VERSION = '1.5';
}
