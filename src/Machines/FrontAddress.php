<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Symfony\Component\HttpClient\HttpClient;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use Tovrin\App\Exception\UsageError;

/** Where the front is, and how it is known to be the right one. */
final readonly class FrontAddress
{
    public const KEY_HEADER = 'Tovrin-Worker-Key';
    /** A connection that stands still for so long is given up. */
    private const IDLE_SECONDS = 30.0;

    /**
     * @param string      $url without a slash at its end
     * @param string      $key without the pin
     * @param string|null $pin digest of the front's public key, in base64; null where others vouch for its certificate
     * @param string|null $ca  file of certificates to believe, besides the system's
     */
    private function __construct(public string $url, #[\SensitiveParameter] private string $key, private ?string $pin, private ?string $ca)
    {
    }

    /** @throws UsageError when something is wrong with what was given */
    public static function of(string $url, #[\SensitiveParameter] string $key, ?string $ca): self
    {
        $parts = parse_url($url);
        $host = \is_array($parts) ? ($parts['host'] ?? '') : '';
        if (!\is_array($parts) || '' === $host || !\in_array($parts['scheme'] ?? '', ['http', 'https'], true) || !\in_array($parts['path'] ?? '/', ['/', ''], true)) {
            throw new UsageError(\sprintf('--front %s: give the address of the front, such as https://192.168.20.5:7443.', $url));
        }
        if ('http' === $parts['scheme'] && !\in_array($host, ['127.0.0.1', 'localhost', '[::1]'], true)) {
            throw new UsageError(\sprintf('--front %s: the key could be read on its way. Use https; the front answers by it when TOVRIN_WORKERS_AT is set there.', $url));
        }
        if (1 !== preg_match('/^([0-9a-f]{48})(?:\.([A-Za-z0-9_-]{43}))?$/D', trim($key), $found)) {
            throw new UsageError('The setting TOVRIN_WORKER_KEY has no key in it. Make one on the front with "bin/tovrin worker-key add NAME", and set what that prints.');
        }
        if (null !== $ca && !is_readable($ca)) {
            throw new UsageError(\sprintf('--ca %s: this file cannot be read.', $ca));
        }

        return new self(rtrim($url, '/'), $found[1], isset($found[2]) && 'https' === $parts['scheme'] ? strtr($found[2], '-_', '+/').'=' : null, $ca);
    }

    public function client(): HttpClientInterface
    {
        return HttpClient::create([
            'base_uri' => $this->url.'/',
            'timeout' => self::IDLE_SECONDS,
            'max_redirects' => 0,
            'headers' => [self::KEY_HEADER => $this->key],
            ...null === $this->pin ? [] : ['verify_peer' => false, 'verify_host' => false, 'peer_fingerprint' => ['pin-sha256' => [$this->pin]]],
            ...null === $this->ca ? [] : ['cafile' => $this->ca],
        ]);
    }
}
