<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Validator\Exception\ValidationFailedException;
use Tovrin\App\Doctrine\DatabaseTrouble;
use Tovrin\App\Exception\Conflict;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Grading\StaleRevision;
use Tovrin\App\Imaging\PictureError;
use Tovrin\Core\Format\FormatError;

/** Answers every failure as JSON in plain words; only unexpected ones reach the log. */
#[AsEventListener]
final readonly class ProblemListener
{
    public function __construct(private LoggerInterface $logger)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $e = $event->getThrowable();
        $invalid = $e->getPrevious();
        $trouble = DatabaseTrouble::behind($e);
        [$status, $message] = match (true) {
            $e instanceof Problem => [$e->status, $e->getMessage()],
            $e instanceof NotFound => [404, $e->getMessage()],
            $e instanceof Refused => [422, $e->getMessage()],
            $e instanceof Conflict => [409, $e->getMessage()],
            $e instanceof FormatError => [422, $e->inWords ?? $e->getMessage()],
            $e instanceof PictureError => [422, $e->getMessage()],
            $e instanceof StaleRevision => [409, $e->getMessage()],
            $e instanceof HttpExceptionInterface => [$e->getStatusCode(), match (true) {
                $invalid instanceof ValidationFailedException => self::violation($invalid),
                404 === $e->getStatusCode() => 'There is nothing at this address.',
                400 === $e->getStatusCode() => 'The request is not JSON.',
                default => $e->getMessage(),
            }],
            null !== $trouble => [DatabaseTrouble::Full === $trouble ? 507 : 503, $trouble->inWords()],
            default => [500, 'Something went wrong on the server. Your work up to the last change is safe; reload and try again.'],
        };
        if ($status >= 500) {
            $this->logger->error('{class}: {message}', ['class' => $e::class, 'message' => $e->getMessage(), 'exception' => $e]);
        }
        $event->setResponse(new JsonResponse(['error' => $message], $status));
        $event->stopPropagation();
    }

    /** The first thing that is wrong with a request, after the path of where it is. */
    private static function violation(ValidationFailedException $e): string
    {
        foreach ($e->getViolations() as $violation) {
            return \sprintf('%s: %s', $violation->getPropertyPath(), lcfirst(self::withoutClasses((string) $violation->getMessage())));
        }

        return 'The request is not valid.';
    }

    /** The framework names classes where it means what is sent for them. */
    private static function withoutClasses(string $message): string
    {
        return (string) preg_replace(['/^This value should be of type \S*\\\\\S*\[\]\.$/', '/^This value should be of type \S*\\\\\S*\.$/'], ['This must be a list.', 'This must be an object.'], $message);
    }
}
