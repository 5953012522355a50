<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Key;

use Psr\Log\LoggerInterface;
use Symfony\Component\Clock\DatePoint;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Problem;
use Tovrin\App\Server\Settings;

/** The key that a studio may be locked with. */
#[AsController]
final readonly class KeyController
{
    /** Cookies of browsers live a good year at most: RFC 6265bis, section 5.5. */
    private const DAYS = 400;

    public function __construct(private LoggerInterface $logger)
    {
    }

    /** Takes the key; a browser keeps it from then on where no script of any page can read it. */
    #[Route('/api/unlock', methods: ['POST'])]
    public function unlock(#[JsonBody] UnlockWith $body, Request $request): Response
    {
        $key = Settings::read()->key;
        if (null === $key) {
            return new Response('', 204);
        }
        if (!hash_equals($key, trim($body->key))) {
            $this->logger->warning('A wrong key was typed, from {address}.', ['address' => $request->headers->get('X-Forwarded-For') ?? $request->getClientIp()]);
            throw new Problem(401, 'That is not the key. It may have been changed; ask the owner of this studio for it.');
        }
        $response = new Response('', 204);
        // A server that speaks TLS for this one says so.
        $secure = 'https' === $request->headers->get('X-Forwarded-Proto') || str_starts_with((string) $request->headers->get('Origin'), 'https:');
        $response->headers->setCookie(Cookie::create('tovrin_key', $key, new DatePoint(\sprintf('+%d days', self::DAYS)), '/', null, $secure, true, false, Cookie::SAMESITE_STRICT));

        return $response;
    }
}
