<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

/** Who does what is being done: a window, and the name that its user has given, if any. */
final class Author
{
    public const NAME_MOST = 80;

    /** Of the window; empty for none. */
    public string $window = '';
    /** For people; empty where nobody said. */
    public string $name = '';
}
