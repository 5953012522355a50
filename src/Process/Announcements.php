<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * What has changed, for the windows that are open. It is gathered while something is done and told at its end, when it is kept: who
 * hears of it finds it. The web server hands it on; when it is not there, nobody has a window open.
 */
final class Announcements
{
    /** Nobody waits for a web server that does not answer. */
    private const SECONDS = 0.5;

    /** @var array<string, array<string, mixed>> */
    private array $gathered = [];
    private bool $workWaits = false;

    public function __construct(#[Autowire('%env(TOVRIN_DATA)%')] private readonly string $dataDir)
    {
    }

    /**
     * @param string                         $what what has changed: grade, drawn, job, set, sets, looks, versions
     * @param array<string, mixed> $of   which, and what is known of it
     */
    public function gather(string $what, array $of = []): void
    {
        $one = ['what' => $what] + $of;
        // Told once, the latest of it, however often it happened.
        $which = $of['photo'] ?? $of['job'] ?? $of['set'] ?? '';
        $key = $what.' '.(\is_scalar($which) ? $which : '');
        unset($this->gathered[$key]);
        $this->gathered[$key] = $one;
    }

    /** There is something to do for workers elsewhere. */
    public function workWaits(): void
    {
        $this->workWaits = true;
    }

    /** What was gathered did not come about. */
    public function forget(): void
    {
        $this->gathered = [];
        $this->workWaits = false;
    }

    public function tell(): void
    {
        $all = array_values($this->gathered);
        $this->gathered = [];
        [$workWaits, $this->workWaits] = [$this->workWaits, false];
        if ([] !== $all) {
            $this->send('/tell', json_encode($all, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE));
        }
        if ($workWaits) {
            $this->send('/tell-workers', '1');
        }
    }

    private function send(string $path, string $body): void
    {
        $socket = @stream_socket_client('unix://'.Sockets::events($this->dataDir), $code, $message, self::SECONDS);
        if (false === $socket) {
            return;
        }
        stream_set_timeout($socket, 0, (int) (1e6 * self::SECONDS));
        @fwrite($socket, "POST $path HTTP/1.1\r\nHost: tovrin\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: ".\strlen($body)."\r\n\r\n".$body);
        // Read to its end, or the web server may take it for given up.
        @stream_get_contents($socket, 4096);
        fclose($socket);
    }
}
