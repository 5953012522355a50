<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ViewEvent;

/** Turns what a controller answers into JSON. */
#[AsEventListener]
final class AnswerListener
{
    public function __invoke(ViewEvent $event): void
    {
        $status = $event->controllerArgumentsEvent?->getAttributes(Status::class)[0] ?? null;
        $response = new JsonResponse(null, $status instanceof Status ? $status->code : 200);
        $response->setEncodingOptions(\JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        $event->setResponse($response->setData($event->getControllerResult()));
    }
}
