<?php

declare(strict_types=1);

namespace Tovrin\App\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Tovrin\App\Photo\PictureError;
use Tovrin\App\Repository\StaleRevision;
use Tovrin\Core\Format\FormatError;

/** Answers every failure as JSON in plain words; only unexpected ones reach the log. */
#[AsEventListener]
final class ProblemListener
{
    public function __invoke(ExceptionEvent $event): void
    {
        $e = $event->getThrowable();
        [$status, $message] = match (true) {
            $e instanceof Problem => [$e->status, $e->getMessage()],
            $e instanceof FormatError, $e instanceof PictureError => [422, $e->getMessage()],
            $e instanceof StaleRevision => [409, $e->getMessage()],
            $e instanceof HttpExceptionInterface => [$e->getStatusCode(), 404 === $e->getStatusCode() ? 'There is nothing at this address.' : $e->getMessage()],
            default => [500, 'Something went wrong in the server that should not have. Your work up to the last change is kept; reload and try again.'],
        };
        if (500 === $status) {
            error_log(\sprintf('%s: %s in %s:%d', $e::class, $e->getMessage(), $e->getFile(), $e->getLine()));
        }
        $event->setResponse(new JsonResponse(['error' => $message], $status));
        $event->stopPropagation();
    }
}
