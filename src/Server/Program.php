<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

/** Something that runs as long as Tovrin is served. */
final readonly class Program
{
    /**
     * @param string                $name      in messages
     * @param list<string>          $command
     * @param bool                  $essential whether nothing can be served without it
     * @param (\Closure(): void)|null $before   called each time before it is started
     */
    public function __construct(public string $name, public array $command, public bool $essential, public ?\Closure $before = null)
    {
    }
}
