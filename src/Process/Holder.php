<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

/** In whose name files and photos are taken up and ended: this process's own, or that of a worker elsewhere that it speaks for. */
final class Holder
{
    private ?string $name = null;

    public function name(): string
    {
        return $this->name ?? Leases::own();
    }

    /**
     * Does something in the name of a worker elsewhere.
     *
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T
     */
    public function as(string $name, \Closure $work): mixed
    {
        $before = $this->name;
        $this->name = $name;
        try {
            return $work();
        } finally {
            $this->name = $before;
        }
    }
}
