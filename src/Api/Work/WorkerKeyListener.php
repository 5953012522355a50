<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Tovrin\App\Api\Http\Problem;
use Tovrin\App\Workers\WorkerKeys;

/** Workers elsewhere have keys of their own, which open nothing but what a worker needs; and nothing else opens that. */
#[AsEventListener(priority: 256)]
final readonly class WorkerKeyListener
{
    public const HEADER = 'Tovrin-Worker-Key';
    /** The attribute of requests with the number of the key. */
    public const KEY = 'worker_key';
    private const PATHS = '#^/api/work/#';

    public function __construct(private WorkerKeys $keys, private LoggerInterface $logger)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || 1 !== preg_match(self::PATHS, $request->getPathInfo())) {
            return;
        }
        $given = trim((string) $request->headers->get(self::HEADER));
        $key = '' === $given ? null : $this->keys->find($given);
        if (null === $key) {
            '' === $given || $this->logger->warning('A wrong key of a worker, from {address}.', ['address' => $request->headers->get('X-Forwarded-For') ?: $request->getClientIp()]);
            throw new Problem(401, '' === $given ? 'Workers need a key of their own: make one with "bin/tovrin worker-key add NAME" on the front.' : 'The front does not know this worker’s key: it was revoked, or belongs to another front. Make a new one there with "bin/tovrin worker-key add NAME".');
        }
        $request->attributes->set(self::KEY, $key);
    }
}
