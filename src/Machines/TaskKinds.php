<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All kinds of work that can be done elsewhere. */
final readonly class TaskKinds
{
    /** @param iterable<TaskKind> $kinds */
    public function __construct(#[AutowireIterator(TaskKind::class)] private iterable $kinds)
    {
    }

    /** The kind that a message asks for; null when it is none of them. */
    public function for(object $message): ?TaskKind
    {
        foreach ($this->kinds as $kind) {
            if ($message::class === $kind->message()) {
                return $kind;
            }
        }

        return null;
    }

    /** @throws \UnexpectedValueException when this version knows no such kind */
    public function named(string $name): TaskKind
    {
        foreach ($this->kinds as $kind) {
            if ($kind->kind() === $name) {
                return $kind;
            }
        }

        throw new \UnexpectedValueException(\sprintf('This version does not know work of the kind "%s".', $name));
    }
}
