<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\ResponseHeaderBag;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Export\ExportQueue;
use Tovrin\App\Export\Rendering;
use Tovrin\App\Http\Body;
use Tovrin\App\Http\Problem;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Repository\Grades;
use Tovrin\App\Repository\Sets;
use Tovrin\Core\Cube\Cube;

/** Exports: asking for one, following it, stopping it, fetching the file. */
#[AsController]
final readonly class ExportController
{
    private const TYPES = ['jpeg' => 'image/jpeg', 'png' => 'image/png', 'hald' => 'image/png', 'icc' => 'application/vnd.iccprofile', 'cube' => 'text/plain'];

    public function __construct(private Sets $sets, private Grades $grades, private ExportQueue $queue, private PhotoStore $store)
    {
    }

    #[Route('/api/exports', methods: ['POST'])]
    public function ask(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $photo = $this->sets->photo($body->integer('photoId', 1, \PHP_INT_MAX)) ?? throw Problem::notFound('photo');
        $format = $body->choice('format', ['jpeg', 'png', 'cube', 'icc', 'hald']);
        $job = $this->queue->ask(
            $photo,
            $this->grades->look($photo),
            $format,
            $body->optionalInteger('quality', 1, 100) ?? Rendering::DEFAULT_QUALITY,
            $body->optionalInteger('lattice', Cube::MIN_SIZE, Cube::MAX_SIZE) ?? Rendering::DEFAULT_LATTICE,
        );

        return new JsonResponse(self::view($job), 202);
    }

    #[Route('/api/exports/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): JsonResponse
    {
        return new JsonResponse(self::view($this->job($id)));
    }

    #[Route('/api/exports/{id<\d+>}/cancel', methods: ['POST'])]
    public function cancel(int $id): JsonResponse
    {
        $this->job($id);
        $this->queue->cancel($id);

        return new JsonResponse(self::view($this->job($id)));
    }

    #[Route('/api/exports/{id<\d+>}/file', methods: ['GET'])]
    public function file(int $id): Response
    {
        $job = $this->job($id);
        if (ExportJob::DONE !== $job->state()) {
            throw new Problem(409, 'This export is not finished yet.');
        }
        $response = new BinaryFileResponse($this->store->export($id), 200, ['Content-Type' => self::TYPES[$job->format()] ?? 'application/octet-stream']);
        $plain = (string) preg_replace('/[^\x20-\x7E]|[%\/\\\\"]/', '_', $job->fileName());

        return $response->setContentDisposition(ResponseHeaderBag::DISPOSITION_ATTACHMENT, str_replace(['/', '\\'], '_', $job->fileName()), $plain);
    }

    private function job(int $id): ExportJob
    {
        return $this->queue->job($id) ?? throw Problem::notFound('export');
    }

    /** @return array<string, mixed> */
    private static function view(ExportJob $job): array
    {
        return [
            'id' => $job->id(),
            'photoId' => $job->photo()->id(),
            'format' => $job->format(),
            'fileName' => $job->fileName(),
            'state' => $job->state(),
            'stage' => $job->stage(),
            'progress' => $job->progress(),
            'error' => $job->error(),
            'fileUrl' => ExportJob::DONE === $job->state() ? '/api/exports/'.$job->id().'/file' : null,
        ];
    }
}
