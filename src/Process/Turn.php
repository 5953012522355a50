<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

use Symfony\Component\DependencyInjection\Attribute\AutowireServiceClosure;
use Symfony\Component\Lock\Exception\ExceptionInterface;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Lock\LockInterface;

/** What several processes ask for at the same time, and one of them makes while the others wait. */
final readonly class Turn
{
    /** @param \Closure(): LockFactory $locks made only when there is something to wait for */
    public function __construct(#[AutowireServiceClosure(LockFactory::class)] private \Closure $locks)
    {
    }

    /**
     * @template T
     *
     * @param string      $name what is made
     * @param \Closure(): T $work which looks first whether another process has made it meanwhile
     *
     * @return T
     */
    public function at(string $name, \Closure $work): mixed
    {
        $lock = $this->taken($name);
        try {
            return $work();
        } finally {
            $lock?->release();
        }
    }

    /** Null when there is no room for locks, on a full disk: then it is made twice, which does no harm. */
    private function taken(string $name): ?LockInterface
    {
        try {
            $lock = ($this->locks)()->createLock($name);
            $lock->acquire(true);

            return $lock;
        } catch (ExceptionInterface) {
            return null;
        }
    }
}
