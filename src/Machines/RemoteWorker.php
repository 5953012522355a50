<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Exception\Cancelled;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\SameFile;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Library\TableFiles;
use Tovrin\App\Process\Journal;
use Tovrin\App\Process\ProcessState;

/** Works for a front on another machine, one task after another. It opens no database: all that it knows is what it is told. */
final class RemoteWorker
{
    private const TOLD_SECONDS = 4.0;
    /** Times that a file is sent anew since it did not arrive as it was. */
    private const SENT_MOST = 3;
    private const TASKS_MOST = 300;
    private const MEMORY_MOST = 600_000_000;
    private const TROUBLE_SECONDS = 10;

    /** @var list<string> what has been said and was not told yet */
    private array $lines = [];
    private float $told = 0.0;

    public function __construct(private readonly TaskKinds $kinds, private readonly PhotoStore $store, private readonly PhotoParts $parts, private readonly SentFile $sent, private readonly TableFiles $tables, private readonly SameSources $sources, private readonly OwnDisk $disk, private readonly Journal $journal, private readonly Patience $patience)
    {
    }

    /**
     * Works until told to stop, or until the process is worn.
     *
     * @param \Closure(string): void $say told what happens, a line at a time
     *
     * @return bool whether a new process is to go on
     *
     * @throws UsageError when the front refuses this worker
     */
    public function run(Front $front, SourceCache $cache, string $id, string $run, string $title, \Closure $say): bool
    {
        $self = new WorkerSelf($id, $run, $title, $this->sources->version());
        $this->journal->tell(function (string $line) use ($say): void {
            $this->lines = \array_slice([...$this->lines, $line], -20);
            $say($line);
        });
        $task = null;
        $why = '';
        $greeted = false;
        for ($done = 0; !$this->patience->isStopped() && $done < self::TASKS_MOST && !self::isLarge();) {
            if (null === $task) {
                $trouble = $this->disk->trouble($cache);
                $answer = $this->patience->until(fn (): array => $this->welcomed(static fn (): array => $front->take($self->asks($trouble))));
                if (null === $answer) {
                    break;
                }
                [$task, $told, $again] = $answer;
                if (!$greeted) {
                    $greeted = true;
                    $this->journal->say(\sprintf('“%s” waits for work.', $title));
                }
                if ($told !== $why && '' !== $told) {
                    $this->journal->say($told);
                }
                $why = $told;
                if (null === $task) {
                    '' !== $trouble || $again > 0 ? $this->patience->rest(max($again, '' === $trouble ? 0 : self::TROUBLE_SECONDS)) : $this->patience->until(fn () => $front->wait(fn (): bool => $this->patience->isStopped()));
                    continue;
                }
            }
            $task = $this->worked($front, $cache, $task, $self);
            if (0 === ++$done % 50) {
                $this->tables->sweep();
            }
        }
        if ($this->patience->isStopped()) {
            $this->patience->once(static fn () => $front->gone($id));
        }
        $this->journal->tell(null);

        return !$this->patience->isStopped();
    }

    /** @return Task|null the next one */
    private function worked(Front $front, SourceCache $cache, Task $task, WorkerSelf $self): ?Task
    {
        $start = hrtime(true);
        $this->told = $start / 1e9;
        $this->journal->say(ucfirst($task->title));
        $target = $this->store->directory().'/result';
        try {
            $this->fetch($front, $cache, $task);
            $before = $this->parts->foundThere($task->photo->key);
            $made = $this->kinds->named($task->kind)->make($task, $target, function (string $stage, float $share) use ($front, $task): void {
                $this->moved($front, $task, $stage, $share);
            });
            $paths = $made->file ? [TaskFile::RESULT => $target] : [];
            foreach (array_diff($this->parts->foundThere($task->photo->key), $before) as $name) {
                $paths[$name] = (string) $this->parts->path($task->photo->key, $name);
            }

            return $this->handedBack($front, $task, $made, $paths, $self, $start);
        } catch (Cancelled) {
            $this->journal->say('Stopped.');
            $this->patience->once(static fn () => $front->back($task->lease));
        } catch (FrontRefuses $e) {
            $this->journal->say($e->getMessage());
            $this->patience->once(static fn () => $front->back($task->lease));
        } catch (\Throwable $e) {
            if ($this->disk->isFull()) {
                // That is the disk's fault, and not that of what was in hand.
                $cache->clear();
                $this->journal->say('The disk of this worker is full: what was in hand goes back.');
                $this->patience->once(static fn () => $front->back($task->lease));
            } else {
                $this->journal->say(\sprintf('That failed: %s', $e->getMessage()));
                $this->patience->once(fn () => $front->failed($task->lease, $e->getMessage(), $this->newLines()));
            }
        } finally {
            @unlink($target);
        }

        return null;
    }

    /**
     * @param array<string, string> $paths of files that go back, by name
     *
     * @return Task|null the next one
     */
    private function handedBack(Front $front, Task $task, Made $made, array $paths, WorkerSelf $self, int $start): ?Task
    {
        $files = array_map(static fn (string $name, string $path): TaskFile => TaskFile::at($name, $path), array_keys($paths), array_values($paths));
        for ($sent = 1;; ++$sent) {
            foreach ($paths as $name => $path) {
                $tries = $sent - 1;
                $this->patience->toTheEnd(static function () use ($front, $task, $name, $path, &$tries): void {
                    $front->send($task->lease, $name, $path, $tries++ > 0);
                });
            }
            1 === $sent && $this->journal->say(\sprintf('Made and sent in %.1f s.', (hrtime(true) - $start) / 1e9));
            try {
                [$next] = $this->patience->toTheEnd(fn (): array => $front->done($task->lease, $made, $files, (hrtime(true) - $start) / 1e9, $this->newLines(), $this->patience->isStopped() || $sent > 1 ? null : $self->asks()));

                return $next;
            } catch (FrontRefuses $e) {
                if (FrontRefuses::CONFLICT !== $e->getCode() || $sent >= self::SENT_MOST) {
                    throw $e;
                }
            }
        }
    }

    /** Puts the files that a task needs beside its photo. Those of the photo before go, when it is another one. */
    private function fetch(Front $front, SourceCache $cache, Task $task): void
    {
        $key = $task->photo->key;
        foreach (array_diff($this->store->keys(), [$key]) as $other) {
            $this->store->remove($other);
        }
        $directory = \dirname($this->store->original($key));
        (new Filesystem())->mkdir($directory, 0o700);
        foreach ($task->files as $file) {
            $path = $this->sent->place($key, $file->name);
            if (null === $path) {
                throw new \UnexpectedValueException(\sprintf('The front sends a file "%s", which this version does not know.', $file->name));
            }
            if (is_file($path)) {
                continue;
            }
            $kept = $this->patience->toTheEnd(fn (): string => $cache->file($file, function ($to, int $from) use ($front, $task, $file): void {
                $front->fetch($task->lease, $file->name, $to, $from, fn () => $this->moved($front, $task, 'Fetching the photo', 0.01));
            }));
            if (!SameFile::put($kept, $path)) {
                throw new \RuntimeException('The disk of this worker is full or has failed.');
            }
        }
    }

    /** Tells how far something is, now and then; what has no answer is no reason to stop. */
    private function moved(Front $front, Task $task, string $stage, float $share): void
    {
        if ($this->patience->isStopped()) {
            throw new Cancelled();
        }
        $now = hrtime(true) / 1e9;
        if ($now - $this->told < self::TOLD_SECONDS) {
            return;
        }
        $this->told = $now;
        try {
            $goesOn = $front->progress($task->lease, $stage, $share, $this->newLines());
        } catch (FrontAway) {
            return;
        }
        if (!$goesOn) {
            throw new Cancelled();
        }
    }

    /**
     * What is refused before there is anything to do is refused for good.
     *
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T
     */
    private function welcomed(\Closure $work): mixed
    {
        try {
            return $work();
        } catch (FrontRefuses $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
    }

    /** @return list<string> */
    private function newLines(): array
    {
        [$lines, $this->lines] = [$this->lines, []];

        return $lines;
    }

    private static function isLarge(): bool
    {
        return ProcessState::ownMemory() > self::MEMORY_MOST;
    }
}
