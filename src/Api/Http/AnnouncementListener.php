<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Tovrin\App\Process\Announcements;

/** Tells open windows what a request has changed, once it is kept. */
#[AsEventListener]
final readonly class AnnouncementListener
{
    public function __construct(private Announcements $announcements)
    {
    }

    public function __invoke(ResponseEvent $event): void
    {
        $event->getResponse()->isSuccessful() ? $this->announcements->tell() : $this->announcements->forget();
    }
}
