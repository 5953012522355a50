<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Exception\UsageError;

/**
 * The one address that Tovrin answers at from other machines: nothing but what workers ask for, by TLS. Its certificate is one that it makes for itself,
 * once, unless there is another; workers know it by the digest of its public key, which is part of their key.
 */
final readonly class WorkerDoor
{
    /** Its name in the data folder. Back-ups take it along: the keys of workers go by it. */
    public const SELF_MADE = 'worker-certificate.pem';
    private const DAYS = 7300;

    /** @param string $at address and port */
    private function __construct(public string $at, public string $certificate)
    {
    }

    /**
     * @return self|null null where none is set up
     *
     * @throws UsageError naming the setting
     */
    public static function of(string $dataDir): ?self
    {
        $at = trim((string) getenv('TOVRIN_WORKERS_AT'));
        if ('' === $at) {
            return null;
        }
        if (1 !== preg_match('/^(\d{1,3}(\.\d{1,3}){3}|\[[0-9a-f:]+\]):\d{1,5}$/D', $at)) {
            throw new UsageError(\sprintf('TOVRIN_WORKERS_AT: "%s" is no address with a port. Give one of this machine’s, such as 192.168.20.5:7443, or 0.0.0.0:7443 for all of them.', $at));
        }
        $given = self::given();

        return new self($at, $given ?? self::selfMade($dataDir));
    }

    /**
     * The digest of the public key by which workers know this machine, as RFC 7469 has it, but in letters that a key may have; null where the certificate
     * is one that others vouch for.
     *
     * @throws UsageError when none can be made
     */
    public static function pin(string $dataDir): ?string
    {
        if (null !== self::given()) {
            return null;
        }
        $public = openssl_pkey_get_public((string) file_get_contents(self::selfMade($dataDir)));
        $details = false === $public ? false : openssl_pkey_get_details($public);
        $pem = \is_array($details) && \is_string($details['key'] ?? null) ? $details['key'] : '';
        $der = base64_decode((string) preg_replace('/-----[^-]+-----|\s+/', '', $pem), true);

        return rtrim(strtr(base64_encode(hash('sha256', (string) $der, true)), '+/', '-_'), '=');
    }

    private static function given(): ?string
    {
        $given = trim((string) getenv('TOVRIN_CERTIFICATE'));
        if ('' !== $given && !is_readable($given)) {
            throw new UsageError(\sprintf('TOVRIN_CERTIFICATE: the file "%s" cannot be read. It has to hold the certificate and its private key.', $given));
        }

        return '' === $given ? null : $given;
    }

    /** Made when it is first needed, and kept: workers know it. */
    private static function selfMade(string $dataDir): string
    {
        $path = $dataDir.'/'.self::SELF_MADE;
        if (!is_file($path)) {
            [$public, $private] = self::made();
            $files = new Filesystem();
            $files->dumpFile($path, $public.$private);
            $files->chmod($path, 0o600);
        }

        return $path;
    }

    /** @return array{string, string} certificate and private key, in PEM */
    private static function made(): array
    {
        $failed = static fn (): never => throw new UsageError('No certificate for workers could be made: '.openssl_error_string());
        $key = openssl_pkey_new(['private_key_type' => \OPENSSL_KEYTYPE_EC, 'curve_name' => 'prime256v1']);
        if (false === $key || !openssl_pkey_export($key, $private) || !\is_string($private)) {
            $failed();
        }
        $request = openssl_csr_new(['commonName' => 'Tovrin'], $key, ['digest_alg' => 'sha256']);
        $certificate = $request instanceof \OpenSSLCertificateSigningRequest ? openssl_csr_sign($request, null, $private, self::DAYS, ['digest_alg' => 'sha256']) : false;
        if (false === $certificate || !openssl_x509_export($certificate, $public) || !\is_string($public)) {
            $failed();
        }

        return [$public, $private];
    }
}
