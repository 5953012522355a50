<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Tovrin\App\Imaging\Native\ForkedProcess;

/**
 * Work done by a second process while this one goes on; its result is a string.
 *
 * The second process is a fork that shares nothing back but its result, and never runs any
 * clean-up of what it inherited. Where there can be no second process the work is refused: it may
 * be on a file that nobody vouches for, within limits that would stay with this process.
 */
final class ForkedTask
{
    private const DONE = '+';
    private const FAILED = '-';
    private const BROKEN = '!';
    private const PIECE = 1 << 20;
    private const MEANWHILE_MICROSECONDS = 50_000;
    private const PATIENCE_SECONDS = 86_400;

    /** @var resource|null */
    private $pipe;
    private int $pid = 0;

    /** @param \Closure(): string $work */
    public function __construct(\Closure $work)
    {
        $pair = stream_socket_pair(\STREAM_PF_UNIX, \STREAM_SOCK_STREAM, 0);
        $parent = (int) getmypid();
        $pid = false === $pair ? -1 : ForkedProcess::fork();
        if (false === $pair || -1 === $pid) {
            return;
        }
        if (0 === $pid) {
            ForkedProcess::dieWith($parent);
            try {
                $answer = self::DONE.$work();
            } catch (PictureError $e) {
                $answer = self::FAILED.$e->getMessage();
            } catch (\Throwable $e) {
                $answer = self::BROKEN.serialize([\sprintf('%s: %s in %s:%d', $e::class, $e->getMessage(), $e->getFile(), $e->getLine()), $e->getTraceAsString()]);
            }
            for ($sent = 0; $sent < \strlen($answer);) {
                // Piece by piece: handing over all that is left each time would copy it again and again.
                $n = fwrite($pair[1], substr($answer, $sent, self::PIECE));
                if (false === $n || 0 === $n) {
                    break;
                }
                $sent += $n;
            }
            // Ends without destructors: the database and files belong to the first process.
            posix_kill((int) getmypid(), ForkedProcess::KILL);
        }
        fclose($pair[1]);
        $this->pipe = $pair[0];
        stream_set_chunk_size($pair[0], self::PIECE);
        // PHP would give a socket up after a minute; a large grade may take longer.
        stream_set_timeout($pair[0], self::PATIENCE_SECONDS);
        $this->pid = $pid;
    }

    public function __destruct()
    {
        $this->stop();
    }

    /**
     * Waits for the result. May be called once.
     *
     * @param (callable(): void)|null $meanwhile called every now and then until then; may throw to stop the work
     *
     * @throws PictureError with the message of the one thrown in the work; when there can be no second process, or it was killed
     * @throws ForkedTaskError when anything else was thrown in the work, which is a mistake in it
     */
    public function result(?callable $meanwhile = null): string
    {
        if (null === $this->pipe) {
            throw new PictureError('This computer has too little memory, or too many programs running, to work on a picture now. Try again in a moment.');
        }
        for (; null !== $meanwhile; $meanwhile()) {
            $read = [$this->pipe];
            $none = [];
            if (0 !== stream_select($read, $none, $none, 0, self::MEANWHILE_MICROSECONDS)) {
                break;
            }
        }
        $answer = (string) stream_get_contents($this->pipe);
        $this->stop();

        return match ($answer[0] ?? '') {
            self::DONE => substr($answer, 1),
            self::FAILED => throw new PictureError(substr($answer, 1)),
            self::BROKEN => throw ForkedTaskError::of(substr($answer, 1)),
            default => throw PictureError::lost(),
        };
    }

    private function stop(): void
    {
        if (null !== $this->pipe) {
            fclose($this->pipe);
            $this->pipe = null;
            ForkedProcess::end($this->pid);
        }
    }
}
