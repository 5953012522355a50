<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Tovrin\App\Process\Author;

/** Who asks, as the headers Tovrin-Window and Tovrin-Name say; the name is percent-encoded, since headers are plain. */
#[AsEventListener]
final readonly class AuthorListener
{
    public function __construct(private Author $author)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        $headers = $event->getRequest()->headers;
        $this->author->window = substr((string) preg_replace('/[^A-Za-z0-9-]/', '', (string) $headers->get('Tovrin-Window')), 0, 40);
        $name = (string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', mb_scrub(rawurldecode((string) $headers->get('Tovrin-Name'))));
        $this->author->name = trim(mb_substr($name, 0, Author::NAME_MOST));
    }
}
