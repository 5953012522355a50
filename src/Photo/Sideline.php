<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/**
 * Work done by a second process while this one goes on; its result is a string.
 *
 * The second process is a fork that shares nothing back but its result, and never runs any
 * clean-up of what it inherited. Where forking is not possible the work is done when its result
 * is asked for.
 */
final class Sideline
{
    private const DONE = '+';
    private const FAILED = '-';
    private const PIECE = 1 << 20;
    private const MEANWHILE_MICROSECONDS = 50_000;
    private const PATIENCE_SECONDS = 86_400;

    /** @var resource|null */
    private $pipe;
    private int $pid = 0;

    /** @param \Closure(): string $work */
    public function __construct(private readonly \Closure $work)
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
                $answer = self::DONE.($this->work)();
            } catch (\Throwable $e) {
                $answer = self::FAILED.$e->getMessage();
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
     * @throws PictureError with the message of whatever went wrong in the work
     */
    public function result(?callable $meanwhile = null): string
    {
        if (null === $this->pipe) {
            return ($this->work)();
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
        if (!str_starts_with($answer, self::DONE)) {
            throw '' === $answer ? PictureError::lost() : new PictureError(substr($answer, 1));
        }

        return substr($answer, 1);
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
