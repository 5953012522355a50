<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Tovrin\App\Server\Settings;

/**
 * Keeps other web pages out, as the web server has done before it takes anything in. It listens on loopback only, yet any page open in the same
 * browser could send requests to it: those carry another origin or, with a rebound name, another host.
 */
#[AsEventListener(priority: 512)]
final class SameOriginListener
{
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!\in_array($request->getHost(), [...Settings::OWN_HOSTS, '[::1]', ...Settings::hosts()], true)) {
            throw new Problem(403, 'Tovrin does not answer by this name: open it as 127.0.0.1 or localhost. Its owner can allow other names with the setting TOVRIN_HOSTS.');
        }
        // Before a server that speaks TLS for it the scheme is another one; who may answer by the name is settled above.
        $origin = $request->headers->get('Origin');
        if (null !== $origin && 1 !== preg_match('#^https?://'.preg_quote($request->getHttpHost(), '#').'$#D', $origin)) {
            throw new Problem(403, 'Requests from other web pages are refused.');
        }
    }
}
