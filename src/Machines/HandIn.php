<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Psr\Log\LoggerInterface;
use Tovrin\App\Exception\Conflict;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\HandedBack;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Process\Holder;
use Tovrin\App\Workers\Workers;

/** What workers elsewhere say of what they have in hand: how far it is, that it is done, that it failed. Each may be said again, when the answer was lost on its way. */
final readonly class HandIn
{
    public const DONE = 'done';
    public const FAILED = 'failed';
    public const BACK = 'back';
    public const LOST = 'lost';
    /** Files that a task may hand back. */
    private const FILES_MOST = 12;

    public function __construct(private TaskKinds $kinds, private WorkLeases $leases, private Holder $holder, private HandedBack $files, private PhotoParts $parts, private Workers $workers, private LoggerInterface $logger)
    {
    }

    /** @return bool whether it is still to be done, by this worker */
    public function goesOn(WorkLease $lease, string $stage, float $share): bool
    {
        if (null !== $lease->ended) {
            return false;
        }
        $this->leases->moved($lease, $stage, $share);

        return $this->holder->as($lease->holder(), fn (): bool => $this->kinds->named($lease->kind)->goesOn($lease, $stage, $share));
    }

    /**
     * Everything is here: it is checked and kept, once.
     *
     * @param list<TaskFile> $files   that were handed back
     * @param float          $seconds that the worker has computed
     *
     * @throws Conflict when a file is not as it is said to be; it is to be sent again
     */
    public function done(WorkLease $lease, Made $made, array $files, float $seconds): void
    {
        if (null !== $lease->ended) {
            if (self::DONE === $lease->ended) {
                return;
            }
            throw new NotFound('This was taken out of your hands: you were not heard of for long, or it was stopped.');
        }
        if (\count($files) > self::FILES_MOST) {
            throw new Refused('A task has no so many files.');
        }
        $paths = [];
        foreach ($files as $file) {
            $path = $this->files->path($lease->token, $file->name);
            if (!is_file($path) || filesize($path) !== $file->bytes || hash_file('sha256', $path) !== $file->sha256) {
                @unlink($path);
                throw new Conflict(\sprintf('The file "%s" did not arrive as it was sent. Send it again.', $file->name));
            }
            $paths[$file->name] = $path;
        }
        foreach ('' === $lease->key ? [] : $paths as $name => $path) {
            $this->parts->keep($lease->key, $name, $path);
        }
        try {
            $this->holder->as($lease->holder(), fn () => $this->kinds->named($lease->kind)->keep($lease, $made, $paths[TaskFile::RESULT] ?? null));
        } catch (Refused|PictureError|NotFound $e) {
            // The disk is full here, or a name is taken: whoever tries it here will be told the same, and says so.
            $this->logger->warning('{title} was made by {worker} and cannot be kept: {message}', ['title' => $lease->title, 'worker' => $lease->worker, 'message' => $e->getMessage()]);
            $this->holder->as($lease->holder(), fn () => $this->kinds->named($lease->kind)->failed($lease));
        }
        $this->leases->end($lease, self::DONE);
        $this->files->remove($lease->token);
        $this->workers->did($lease->worker, $lease->cost > 0 && $seconds > 0 ? $seconds / $lease->cost : null);
    }

    /** The worker could not do it; somebody else is to try. */
    public function failed(WorkLease $lease, string $why): void
    {
        if ($this->leases->end($lease, self::FAILED)) {
            $this->files->remove($lease->token);
            $this->workers->failed($lease->worker, $why);
            $this->logger->warning('{worker} has failed at {title}: {message}', ['worker' => $lease->worker, 'title' => $lease->title, 'message' => $why]);
            $this->holder->as($lease->holder(), fn () => $this->kinds->named($lease->kind)->failed($lease));
        }
    }

    /** The worker ends, or has no room: it is no fault of what it had in hand. */
    public function back(WorkLease $lease): void
    {
        if ($this->leases->end($lease, self::BACK)) {
            $this->files->remove($lease->token);
            $this->holder->as($lease->holder(), fn () => $this->kinds->named($lease->kind)->giveBack($lease));
        }
    }

    /** All that a worker has in hand goes back. */
    public function backFrom(string $worker): void
    {
        array_map($this->back(...), $this->leases->openOf($worker));
    }

    /** What a worker had in hand whose process is another one now: it was killed. */
    public function lostBy(string $worker): void
    {
        array_map($this->lost(...), $this->leases->openOf($worker));
    }

    /** Takes back what silent workers have in hand. */
    public function sweep(): void
    {
        array_map($this->lost(...), $this->leases->silent());
        $this->files->sweep($this->leases->tokens(...));
    }

    private function lost(WorkLease $lease): void
    {
        if ($this->leases->end($lease, self::LOST)) {
            $this->files->remove($lease->token);
            $this->workers->failed($lease->worker, \sprintf('It was not heard of any more while it was at %s.', $lease->title));
            $this->holder->as($lease->holder(), fn () => $this->kinds->named($lease->kind)->lost($lease));
        }
    }
}
