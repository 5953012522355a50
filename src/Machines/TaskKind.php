<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;

/**
 * One kind of work that can be done on another machine. What it gives, keeps and puts back is done by the front, in the name of the lease; what it makes
 * is made elsewhere, without any database.
 */
#[AutoconfigureTag]
interface TaskKind
{
    public function kind(): string;

    /** @return class-string the message that asks for it */
    public function message(): string;

    /**
     * Takes something up. Null when there is nothing to do any more.
     *
     * @throws OnlyHere when it cannot be done elsewhere; it is not taken up then
     */
    public function give(object $message): ?Given;

    /** What asks for it again. */
    public function again(int $subject): object;

    /** The number of what a message asks for. */
    public function subject(object $message): int;

    /**
     * Makes it, of the files beside the photo.
     *
     * @param string                        $target   where the finished file goes, if there is one
     * @param callable(string, float): void $progress may throw to stop
     */
    public function make(Task $task, string $target, callable $progress): Made;

    /**
     * Keeps what was made.
     *
     * @param string|null $path of the finished file
     *
     * @throws Refused|PictureError when it cannot be kept, which is not the worker's fault
     */
    public function keep(WorkLease $lease, Made $made, ?string $path): void;

    /** @return bool false when it is to be stopped */
    public function goesOn(WorkLease $lease, string $stage, float $share): bool;

    /** Puts it back, to be done by anybody; it does not count as a try. */
    public function giveBack(WorkLease $lease): void;

    /** Puts it back, to be done by the machine with the data: the worker that had it has failed at it. */
    public function failed(WorkLease $lease): void;

    /** Its worker was not heard of any more. */
    public function lost(WorkLease $lease): void;
}
