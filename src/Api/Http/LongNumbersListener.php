<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Tovrin\App\Exception\NotFound;

/** Addresses with numbers beyond what a whole number holds lead nowhere. */
#[AsEventListener]
final class LongNumbersListener
{
    /** Of the largest whole number of 64 bits, less one. */
    private const DIGITS_MOST = 18;

    public function __invoke(ControllerEvent $event): void
    {
        foreach ((array) $event->getRequest()->attributes->get('_route_params') as $value) {
            if (\is_string($value) && ctype_digit($value) && \strlen($value) > self::DIGITS_MOST) {
                throw NotFound::of('item');
            }
        }
    }
}
