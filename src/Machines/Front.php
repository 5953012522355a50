<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use Symfony\Contracts\HttpClient\ResponseInterface;
use Tovrin\App\Imaging\PictureError;

/** The machine with the data, as a worker elsewhere speaks to it. */
final readonly class Front
{
    /** What is sent at once of a file; after a cut no more than this is sent again. */
    private const PIECE = 8 << 20;
    /** The front lets go of who waits for work before this. */
    private const WAIT_SECONDS = 35.0;

    private HttpClientInterface $client;

    public function __construct(FrontAddress $address)
    {
        $this->client = $address->client();
    }

    /**
     * @param array<string, string> $who see WorkerSelf
     *
     * @return array{Task|null, string, int} something to do, if there is anything; why not, where there is a reason; and seconds to ask again after
     */
    public function take(array $who): array
    {
        return self::given($this->json('POST', 'api/work/take', $who));
    }

    public function here(string $id): void
    {
        $this->json('POST', 'api/work/here', ['id' => $id]);
    }

    public function gone(string $id): void
    {
        $this->json('POST', 'api/work/gone', ['id' => $id]);
    }

    /**
     * Waits until there may be something to do.
     *
     * @param callable(): bool $enough asked every second
     */
    public function wait(callable $enough): void
    {
        try {
            $response = $this->client->request('GET', 'api/work/waiting', ['timeout' => self::WAIT_SECONDS]);
            for ($until = hrtime(true) / 1e9 + self::WAIT_SECONDS; hrtime(true) / 1e9 < $until;) {
                foreach ($this->client->stream($response, 1.0) as $chunk) {
                    if (!$chunk->isTimeout() && $chunk->isFirst()) {
                        // Whether there is news, or nothing for a while, or no: asking for work says more.
                        $response->getStatusCode();
                    }
                    if (!$chunk->isTimeout() && $chunk->isLast()) {
                        return;
                    }
                    if ($enough()) {
                        $response->cancel();

                        return;
                    }
                }
            }
            $response->cancel();
        } catch (ExceptionInterface $e) {
            throw new FrontAway($e->getMessage(), 0, $e);
        }
    }

    /**
     * Fetches a file, or the rest of it.
     *
     * @param resource         $to     open for writing, at its end
     * @param int              $from   bytes that are there already
     * @param callable(): void $moving called now and then; may throw to stop
     */
    public function fetch(string $lease, string $name, $to, int $from, callable $moving): void
    {
        try {
            $response = $this->client->request('GET', "api/work/leases/$lease/files/$name", ['buffer' => false, 'headers' => $from > 0 ? ['Range' => "bytes=$from-"] : []]);
            $status = $response->getStatusCode();
            if (200 === $status && $from > 0) {
                ftruncate($to, 0);
                rewind($to);
            } elseif (200 !== $status && 206 !== $status) {
                $this->refused($response);
            }
            foreach ($this->client->stream($response) as $chunk) {
                $bytes = $chunk->getContent();
                if ('' !== $bytes && \strlen($bytes) !== @fwrite($to, $bytes)) {
                    throw new PictureError('The disk of this worker is full or has failed.');
                }
                $moving();
            }
        } catch (ExceptionInterface $e) {
            throw new FrontAway($e->getMessage(), 0, $e);
        }
    }

    /** @param list<string> $lines */
    public function progress(string $lease, string $stage, float $share, array $lines): bool
    {
        return true === ($this->json('POST', "api/work/leases/$lease/progress", ['stage' => mb_substr($stage, 0, 60), 'share' => max(0.0, min(1.0, $share)), 'lines' => $lines])['goesOn'] ?? null);
    }

    /** Sends the rest of a file; what has come before a cut is not sent again. */
    public function send(string $lease, string $name, string $path, bool $again): void
    {
        $url = "api/work/leases/$lease/results/$name";
        $bytes = (int) filesize($path);
        $offset = $again ? $this->received($url) : 0;
        while ($offset < $bytes) {
            $piece = @file_get_contents($path, false, null, $offset, self::PIECE);
            if (false === $piece || '' === $piece) {
                throw new PictureError('The finished file is gone from the disk of this worker.');
            }
            $offset = self::offset($this->asked('PATCH', $url, ['body' => $piece, 'timeout' => 4 * self::WAIT_SECONDS, 'headers' => ['Upload-Offset' => (string) $offset, 'Content-Type' => 'application/octet-stream']]));
        }
    }

    /**
     * @param list<TaskFile>             $files that were sent
     * @param list<string>               $lines
     * @param array<string, string>|null $next  who asks for more, see WorkerSelf
     *
     * @return array{Task|null, string, int} as take() has it
     */
    public function done(string $lease, Made $made, array $files, float $seconds, array $lines, ?array $next): array
    {
        return self::given($this->json('POST', "api/work/leases/$lease/done", ['files' => $files, 'seconds' => $seconds, 'lines' => $lines, 'next' => $next] + $made->facts));
    }

    /** @param list<string> $lines */
    public function failed(string $lease, string $why, array $lines): void
    {
        $this->json('POST', "api/work/leases/$lease/failed", ['why' => mb_substr($why, 0, 2000), 'lines' => $lines]);
    }

    public function back(string $lease): void
    {
        $this->json('POST', "api/work/leases/$lease/back", []);
    }

    private function received(string $url): int
    {
        return self::offset($this->asked('HEAD', $url, []));
    }

    private static function offset(ResponseInterface $response): int
    {
        $value = $response->getHeaders(false)['upload-offset'][0] ?? '';

        return is_numeric($value) ? (int) $value : throw new FrontAway('The front does not say how much has come.');
    }

    /**
     * @param array<mixed> $answer
     *
     * @return array{Task|null, string, int}
     */
    private static function given(array $answer): array
    {
        return [\is_array($answer['task'] ?? null) ? Task::read($answer['task']) : null, \is_string($answer['why'] ?? null) ? $answer['why'] : '', \is_int($answer['again'] ?? null) ? $answer['again'] : 0];
    }

    /**
     * @param array<mixed> $body
     *
     * @return array<mixed>
     */
    private function json(string $method, string $url, array $body): array
    {
        $response = $this->asked($method, $url, ['headers' => ['Content-Type' => 'application/json'], 'body' => json_encode([] === $body ? new \stdClass() : $body, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE)]);
        $answer = json_decode($response->getContent(false), true);

        return \is_array($answer) ? $answer : [];
    }

    /** @param array<string, mixed> $options */
    private function asked(string $method, string $url, array $options): ResponseInterface
    {
        try {
            $response = $this->client->request($method, $url, $options);
            $response->getStatusCode() < 300 || $this->refused($response);
            $response->getContent(false);

            return $response;
        } catch (ExceptionInterface $e) {
            throw new FrontAway($e->getMessage(), 0, $e);
        }
    }

    private function refused(ResponseInterface $response): never
    {
        $status = $response->getStatusCode();
        $answer = json_decode($response->getContent(false), true);
        $words = \is_array($answer) && \is_string($answer['error'] ?? null) ? $answer['error'] : \sprintf('The front answers %d.', $status);
        // What it cannot do at the moment, it will be able to do again.
        throw $status >= 500 || \in_array($status, [408, 429], true) ? new FrontAway($words) : new FrontRefuses($words, $status);
    }
}
