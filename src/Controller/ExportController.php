<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\ResponseHeaderBag;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Export\ExportQueue;
use Tovrin\App\Http\JsonBody;
use Tovrin\App\Http\Problem;
use Tovrin\App\Http\Status;
use Tovrin\App\Photo\Photos;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Repository\Grades;
use Tovrin\App\Request\AskExport;
use Tovrin\App\View\ExportView;

/** Exports: asking for one, following it, stopping it, fetching the file. */
#[AsController]
final readonly class ExportController
{
    private const TYPES = ['jpeg' => 'image/jpeg', 'png' => 'image/png', 'hald' => 'image/png', 'icc' => 'application/vnd.iccprofile', 'cube' => 'text/plain'];

    public function __construct(private Photos $photos, private Grades $grades, private ExportQueue $queue, private PhotoStore $store)
    {
    }

    /** Asks for a finished file, with the grade as it is in force now. */
    #[Route('/api/exports', methods: ['POST'])]
    #[Status(202)]
    public function ask(#[JsonBody] AskExport $body): ExportView
    {
        $photo = $this->photos->photo($body->photoId);

        return ExportView::of($this->queue->ask($photo, $this->grades->lookAt($photo, $body->basedOn), $body->format, $body->quality, $body->lattice));
    }

    /**
     * The latest files that were asked for, newest first, so that a page finds what it had asked for before a reload.
     *
     * @return list<ExportView>
     */
    #[Route('/api/exports', methods: ['GET'])]
    public function latest(): array
    {
        return array_map(static fn (ExportJob $job): ExportView => ExportView::of($job), $this->queue->latest());
    }

    #[Route('/api/exports/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): ExportView
    {
        return ExportView::of($this->job($id));
    }

    #[Route('/api/exports/{id<\d+>}/cancel', methods: ['POST'])]
    public function cancel(int $id): ExportView
    {
        $this->job($id);
        $this->queue->cancel($id);

        return ExportView::of($this->job($id));
    }

    #[Route('/api/exports/{id<\d+>}/file', methods: ['GET'])]
    public function file(int $id): BinaryFileResponse
    {
        $job = $this->job($id);
        if (ExportJob::DONE !== $job->state()) {
            throw new Problem(409, 'This export is not finished yet.');
        }
        $path = $this->store->export($id);
        if (!is_file($path)) {
            throw new Problem(404, 'This file has been cleared away. Export it again.');
        }
        $response = new BinaryFileResponse($path, 200, ['Content-Type' => self::TYPES[$job->format()] ?? 'application/octet-stream']);
        $plain = (string) preg_replace('/[^\x20-\x7E]|[%\/\\\\"]/', '_', $job->fileName());

        return $response->setContentDisposition(ResponseHeaderBag::DISPOSITION_ATTACHMENT, str_replace(['/', '\\'], '_', $job->fileName()), $plain);
    }

    private function job(int $id): ExportJob
    {
        return $this->queue->job($id) ?? throw Problem::notFound('export');
    }
}
