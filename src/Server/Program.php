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
     * @param list<string>          $after     paths that another program makes, without which the first start would be in vain
     */
    public function __construct(public string $name, public array $command, public bool $essential, public ?\Closure $before = null, public array $after = [])
    {
    }
}
