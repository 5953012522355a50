<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Api\Http\Uploads;
use Tovrin\App\Api\Photos\NewName;
use Tovrin\App\Api\Photos\PhotoView;
use Tovrin\App\Api\Photos\SomePhotos;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Grading\Beginnings;
use Tovrin\App\Grading\SampleSet;
use Tovrin\App\Library\PhotoImport;
use Tovrin\App\Library\Photos;
use Tovrin\App\Repository\Sets;

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
        $counts = $this->sets->counts();

        return array_map(static fn (PhotoSet $set): SetSummary => SetSummary::of($set, $counts[$set->id()] ?? 0), $this->sets->all());
    }

    #[Route('/api/sets', methods: ['POST'])]
    #[Status(201)]
    public function create(#[JsonBody] NewName $body): SetSummary
    {
        return $this->summary($this->sets->create(trim($body->name)));
    }

    #[Route('/api/sets/{id<\d+>}', methods: ['GET'])]
    public function show(int $id, Beginnings $beginnings): SetView
    {
        $set = $this->photos->set($id);

        return SetView::of($set, $this->sets->photos($set), $beginnings->waitingIn($set->id()));
    }

    /** Small pictures that were drawn since a page last asked, and how many are still to be drawn. */
    #[Route('/api/sets/{id<\d+>}/drawn/{after<\d+>}', methods: ['GET'])]
    public function drawn(int $id, int $after): DrawnView
    {
        $set = $this->photos->set($id);
        $photos = $this->sets->drawnAfter($set, $after);
        $until = array_reduce($photos, static fn (int $latest, Photo $photo): int => max($latest, $photo->drawnAt()), $after);

        return new DrawnView(array_map(static fn (Photo $photo): PhotoView => PhotoView::of($photo), $photos), $until, $this->sets->behind($set));
    }

    /** Puts the photos in an order by hand. */
    #[Route('/api/sets/{id<\d+>}/arrangement', methods: ['PUT'])]
    public function arrange(int $id, #[JsonBody] SomePhotos $body): SetSummary
    {
        $set = $this->photos->set($id);
        $this->sets->arrange($set, $body->photos);

        return $this->summary($set);
    }

    /** Moves photos here from other sets, with their grades and versions. */
    #[Route('/api/sets/{id<\d+>}/take', methods: ['POST'])]
    public function take(int $id, #[JsonBody] SomePhotos $body): SetSummary
    {
        $set = $this->photos->set($id);
        $this->sets->moveTo($set, $this->sets->some($body->photos));

        return $this->summary($set);
    }

    #[Route('/api/sets/{id<\d+>}', methods: ['PATCH'])]
    public function change(int $id, #[JsonBody] ChangeSet $body): SetSummary
    {
        return $this->summary($this->sets->change($this->photos->set($id), null === $body->name ? null : trim($body->name), $body->sorted));
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
        return $this->summary($this->sets->restoreSet($id) ?? throw NotFound::of('set'));
    }

    /** The body is the file itself: no form encoding, so that the browser can report progress and nothing is read twice. One that does not arrive whole is not taken. */
    #[Route('/api/sets/{id<\d+>}/photos', options: Pool::TAKES_FILES, methods: ['POST'])]
    #[Status(201)]
    public function add(int $id, Request $request, Uploads $uploads, PhotoImport $import, #[MapQueryParameter] string $name = 'photo'): PhotoView
    {
        $set = $this->photos->set($id);

        return $uploads->taken($request, $name, static fn (string $path): PhotoView => PhotoView::of($import->import($set, $path, $name)));
    }

    /** The photos that come with Tovrin to try it on. */
    #[Route('/api/sample-set', methods: ['GET'])]
    public function sample(SampleSet $sample): SampleSetView
    {
        return new SampleSetView($sample->name, $sample->files());
    }

    /** Imports one photo of the sample set, with its grade. */
    #[Route('/api/sets/{id<\d+>}/sample', options: Pool::TAKES_LONG, methods: ['POST'])]
    #[Status(201)]
    public function addSample(int $id, #[JsonBody] SamplePhoto $body, SampleSet $sample): PhotoView
    {
        return PhotoView::of($sample->add($this->photos->set($id), $body->file));
    }

    private function summary(PhotoSet $set): SetSummary
    {
        return SetSummary::of($set, $this->sets->counts()[$set->id()] ?? 0);
    }
}
