<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Http\Body;
use Tovrin\App\Http\Problem;
use Tovrin\App\Photo\PhotoImport;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Photo\PictureError;
use Tovrin\App\Repository\Sets;

/** Sets: listing, making, bringing photos in. */
#[AsController]
final readonly class SetController
{
    public function __construct(private Sets $sets, private PhotoImport $import, private PhotoStore $store, private PhotoView $view)
    {
    }

    #[Route('/api/health', methods: ['GET'])]
    public function health(): JsonResponse
    {
        return new JsonResponse(['ok' => true]);
    }

    #[Route('/api/sets', methods: ['GET'])]
    public function list(): JsonResponse
    {
        return new JsonResponse(array_map($this->summary(...), $this->sets->all()));
    }

    #[Route('/api/sets', methods: ['POST'])]
    public function create(Request $request): JsonResponse
    {
        return new JsonResponse($this->summary($this->sets->create(Body::of($request)->text('name', 200))), 201);
    }

    #[Route('/api/sets/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): JsonResponse
    {
        $set = $this->set($id);

        return new JsonResponse($this->summary($set) + ['photos' => array_map($this->view->photo(...), $set->photos())]);
    }

    /** The body is the file itself: no form encoding, so that the browser can report progress and nothing is read twice. */
    #[Route('/api/sets/{id<\d+>}/photos', methods: ['POST'])]
    public function add(int $id, Request $request): JsonResponse
    {
        $set = $this->set($id);
        $name = $request->query->getString('name', 'photo');
        $path = $this->store->directory().'/.upload.'.bin2hex(random_bytes(8)).'.part';
        try {
            $in = $request->getContent(true);
            $out = @fopen($path, 'x');
            if (false === $out || false === stream_copy_to_stream($in, $out) || !fclose($out)) {
                throw new PictureError(\sprintf('"%s" could not be stored: the disk is full or has failed. Free some space and bring it in again.', $name));
            }

            return new JsonResponse($this->view->photo($this->import->import($set, $path, $name)), 201);
        } finally {
            @unlink($path);
        }
    }

    private function set(int $id): PhotoSet
    {
        return $this->sets->set($id) ?? throw Problem::notFound('set');
    }

    /** @return array<string, mixed> */
    private function summary(PhotoSet $set): array
    {
        return ['id' => $set->id(), 'name' => $set->name(), 'photoCount' => \count($set->photos())];
    }
}
