<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Photos;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Delivery\ExportQueue;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Grading\Beginnings;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\GradeView;
use Tovrin\App\Library\FullPicture;
use Tovrin\App\Library\PhotoImport;
use Tovrin\App\Library\Photos;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Repository\Sets;

/** One photo: its pictures, its grade with undo and redo, taking it out of its set and back. */
#[AsController]
final readonly class PhotoController
{
    public function __construct(private Photos $photos, private Grades $grades, private PhotoStore $store)
    {
    }

    #[Route('/api/photos/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): PhotoView
    {
        return PhotoView::of($this->photos->photo($id));
    }

    /** Takes a photo out of its set. It can be brought back for some days. */
    #[Route('/api/photos/{id<\d+>}', methods: ['DELETE'])]
    public function delete(int $id, Sets $sets, ExportQueue $queue): Response
    {
        $photo = $this->photos->photo($id);
        $sets->remove([$photo]);
        $queue->cancelAllOf($photo->id());

        return new Response('', 204);
    }

    /** Gives a photo another name. */
    #[Route('/api/photos/{id<\d+>}', methods: ['PATCH'])]
    public function rename(int $id, #[JsonBody] NewName $body, Sets $sets): PhotoView
    {
        $photo = $this->photos->photo($id);
        $sets->renamePhoto($photo, PhotoImport::tidy($body->name));

        return PhotoView::of($photo);
    }

    /** Takes several photos out of their sets. They can be brought back for some days. */
    #[Route('/api/photos/removed', methods: ['POST'])]
    public function removeSome(#[JsonBody] SomePhotos $body, Sets $sets, ExportQueue $queue): Response
    {
        $photos = $sets->some($body->photos);
        $sets->remove($photos);
        foreach ($photos as $photo) {
            $queue->cancelAllOf($photo->id());
        }

        return new Response('', 204);
    }

    /**
     * Brings removed photos back with their grades.
     *
     * @return list<PhotoView> those that could be; what was cleared away cannot
     */
    #[Route('/api/photos/restored', methods: ['POST'])]
    public function restoreSome(#[JsonBody] SomePhotos $body, Sets $sets): array
    {
        $sets->remove($sets->some($body->photos, true), false);

        return array_map(static fn (Photo $photo): PhotoView => PhotoView::of($photo), $sets->some($body->photos));
    }

    /** Brings a removed photo back with its grade. */
    #[Route('/api/photos/{id<\d+>}/restore', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function restore(int $id, Sets $sets): PhotoView
    {
        $sets->remove($sets->some([$id], true), false);

        return PhotoView::of($this->photos->photo($id));
    }

    #[Route('/api/photos/{id<\d+>}/{picture<preview|thumb>}', methods: ['GET'])]
    #[Route('/api/photos/{id<\d+>}/{picture<full>}', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function picture(int $id, string $picture, FullPicture $full): BinaryFileResponse
    {
        $photo = $this->photos->photo($id);
        $key = $photo->storeKey();
        $path = match ($picture) {
            'thumb' => $this->store->thumb($key),
            'full' => $full->path($photo),
            default => $this->store->preview($key),
        };
        if (!is_file($path)) {
            throw NotFound::of('picture');
        }

        return new BinaryFileResponse($path, 200, ['Content-Type' => str_ends_with($path, '.png') ? 'image/png' : 'image/jpeg', 'Cache-Control' => 'private, max-age=31536000, immutable'], false);
    }

    /** The picture of the sheet, as graded by a revision. One that is not there any more, or not yet, is answered by the photo as it came. */
    #[Route('/api/photos/{id<\d+>}/small/{revision<\d+>}', methods: ['GET'])]
    public function small(int $id, int $revision): BinaryFileResponse
    {
        $key = $this->photos->photo($id)->storeKey();
        foreach ([$this->store->graded($key, $revision), $this->store->graded($key, 0), $this->store->thumb($key)] as $path) {
            if (is_file($path)) {
                // What stands in for one that is not drawn yet is asked for again.
                $isIt = $path === $this->store->graded($key, $revision);

                return new BinaryFileResponse($path, 200, ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, '.($isIt ? 'max-age=31536000, immutable' : 'no-cache')], false);
            }
        }

        throw NotFound::of('picture');
    }

    #[Route('/api/photos/{id<\d+>}/grade', methods: ['GET'])]
    public function grade(int $id, Beginnings $beginnings): GradeView
    {
        $photo = $this->photos->photo($id);
        $beginnings->begin($photo);

        return $this->grades->view($photo);
    }

    /** Keeps a new state of the grade; refused when it is not based on the one in force. */
    #[Route('/api/photos/{id<\d+>}/grade', methods: ['PUT'])]
    public function keep(int $id, #[JsonBody] KeepGrade $body): GradeView
    {
        $photo = $this->photos->photo($id);
        $this->grades->keep($photo, $body->look, $body->basedOn);

        return $this->grades->view($photo);
    }

    /** Goes one state back or forward; refused when the user sees another one than is in force. */
    #[Route('/api/photos/{id<\d+>}/{step<undo|redo>}', methods: ['POST'])]
    public function step(int $id, string $step, #[JsonBody] StepFrom $body): GradeView
    {
        $photo = $this->photos->photo($id);
        $this->grades->step($photo, 'undo' === $step ? -1 : 1, $body->basedOn);

        return $this->grades->view($photo);
    }
}
