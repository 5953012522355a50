<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Http\JsonBody;
use Tovrin\App\Http\Problem;
use Tovrin\App\Http\Status;
use Tovrin\App\Photo\PhotoImport;
use Tovrin\App\Photo\Photos;
use Tovrin\App\Photo\Uploads;
use Tovrin\App\Repository\Sets;
use Tovrin\App\Request\SetName;
use Tovrin\App\View\PhotoView;
use Tovrin\App\View\SetSummary;
use Tovrin\App\View\SetView;

/** Sets: listing, making, naming, removing, bringing photos in. */
#[AsController]
final readonly class SetController
{
    public function __construct(private Sets $sets, private Photos $photos)
    {
    }

    /** @return array{ok: bool} */
    #[Route('/api/health', methods: ['GET'])]
    public function health(): array
    {
        return ['ok' => true];
    }

    /** @return list<SetSummary> oldest first */
    #[Route('/api/sets', methods: ['GET'])]
    public function list(): array
    {
        return array_map(static fn (PhotoSet $set): SetSummary => SetSummary::of($set), $this->sets->all());
    }

    #[Route('/api/sets', methods: ['POST'])]
    #[Status(201)]
    public function create(#[JsonBody] SetName $body): SetSummary
    {
        return SetSummary::of($this->sets->create(trim($body->name)));
    }

    #[Route('/api/sets/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): SetView
    {
        return SetView::of($this->photos->set($id));
    }

    #[Route('/api/sets/{id<\d+>}', methods: ['PATCH'])]
    public function rename(int $id, #[JsonBody] SetName $body): SetSummary
    {
        return SetSummary::of($this->sets->rename($this->photos->set($id), trim($body->name)));
    }

    /** Removes a set with its photos. It can be brought back for some days. */
    #[Route('/api/sets/{id<\d+>}', methods: ['DELETE'])]
    public function delete(int $id): Response
    {
        $this->sets->removeSet($this->photos->set($id));

        return new Response('', 204);
    }

    /** Brings a removed set back with its photos. */
    #[Route('/api/sets/{id<\d+>}/restore', methods: ['POST'])]
    public function restore(int $id): SetSummary
    {
        return SetSummary::of($this->sets->restoreSet($id) ?? throw Problem::notFound('set'));
    }

    /** The body is the file itself: no form encoding, so that the browser can report progress and nothing is read twice. */
    #[Route('/api/sets/{id<\d+>}/photos', methods: ['POST'])]
    #[Status(201)]
    public function add(int $id, Request $request, Uploads $uploads, PhotoImport $import, #[MapQueryParameter] string $name = 'photo'): PhotoView
    {
        $set = $this->photos->set($id);

        return $uploads->received($request->getContent(true), $name, static fn (string $path): PhotoView => PhotoView::of($import->import($set, $path, $name)));
    }
}
