<?php

declare(strict_types=1);

namespace Tovrin\App\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/**
 * Keeps other web pages out. The server listens on loopback only, yet any page open in the same
 * browser could send requests to it: those carry another origin or, with a rebound name, another host.
 */
#[AsEventListener(priority: 512)]
final class SameOriginListener
{
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!\in_array($request->getHost(), ['localhost', '127.0.0.1', '[::1]'], true)) {
            throw new Problem(403, 'Tovrin answers on this computer only: open it as 127.0.0.1 or localhost.');
        }
        $origin = $request->headers->get('Origin');
        if (null !== $origin && $origin !== $request->getSchemeAndHttpHost()) {
            throw new Problem(403, 'Requests from other web pages are refused.');
        }
    }
}
