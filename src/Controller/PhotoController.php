<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Http\Body;
use Tovrin\App\Http\Problem;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Repository\Grades;
use Tovrin\App\Repository\Sets;

/** One photo: its pictures, its grade with undo and redo. */
#[AsController]
final readonly class PhotoController
{
    public function __construct(private Sets $sets, private Grades $grades, private PhotoStore $store, private PhotoView $view)
    {
    }

    #[Route('/api/photos/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): JsonResponse
    {
        return new JsonResponse($this->view->photo($this->photo($id)));
    }

    #[Route('/api/photos/{id<\d+>}', methods: ['DELETE'])]
    public function delete(int $id): Response
    {
        $photo = $this->photo($id);
        $key = $photo->storeKey();
        $this->sets->remove($photo);
        $this->store->remove($key);

        return new Response('', 204);
    }

    #[Route('/api/photos/{id<\d+>}/{picture<preview|thumb|full>}', methods: ['GET'])]
    public function picture(int $id, string $picture): Response
    {
        $key = $this->photo($id)->storeKey();
        $path = match ($picture) {
            'thumb' => $this->store->thumb($key),
            'full' => is_file($this->store->full($key)) ? $this->store->full($key) : $this->store->preview($key),
            default => $this->store->preview($key),
        };
        if (!is_file($path)) {
            throw Problem::notFound('picture');
        }

        return new BinaryFileResponse($path, 200, ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, max-age=31536000, immutable']);
    }

    #[Route('/api/photos/{id<\d+>}/grade', methods: ['GET'])]
    public function grade(int $id): JsonResponse
    {
        return new JsonResponse($this->view->grade($this->photo($id)));
    }

    #[Route('/api/photos/{id<\d+>}/grade', methods: ['PUT'])]
    public function keep(int $id, Request $request): JsonResponse
    {
        $photo = $this->photo($id);
        $body = Body::of($request);
        $this->grades->keep($photo, $body->lookJson(), $body->integer('basedOn', 0, \PHP_INT_MAX));

        return new JsonResponse($this->view->grade($photo));
    }

    #[Route('/api/photos/{id<\d+>}/{step<undo|redo>}', methods: ['POST'])]
    public function step(int $id, string $step): JsonResponse
    {
        $photo = $this->photo($id);
        'undo' === $step ? $this->grades->undo($photo) : $this->grades->redo($photo);

        return new JsonResponse($this->view->grade($photo));
    }

    private function photo(int $id): Photo
    {
        return $this->sets->photo($id) ?? throw Problem::notFound('photo');
    }
}
