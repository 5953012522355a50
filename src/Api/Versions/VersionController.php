<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Versions;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Api\Photos\NewName;
use Tovrin\App\Api\Photos\StepFrom;
use Tovrin\App\Entity\GradeVersion;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\GradeView;
use Tovrin\App\Grading\StepView;
use Tovrin\App\Grading\Versions;
use Tovrin\App\Library\Photos;

/** Kept states of a photo's grade, and the steps that led to the present one. */
#[AsController]
final readonly class VersionController
{
    public function __construct(private Photos $photos, private Versions $versions, private Grades $grades)
    {
    }

    /**
     * The versions of a photo, in the order they were kept.
     *
     * @return list<VersionView>
     */
    #[Route('/api/photos/{id<\d+>}/versions', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function list(int $id): array
    {
        return array_map(static fn (GradeVersion $version): VersionView => VersionView::of($version), $this->versions->of($this->photos->photo($id)));
    }

    /** Keeps the grade in force under a name. */
    #[Route('/api/photos/{id<\d+>}/versions', options: Pool::TAKES_LONG, methods: ['POST'])]
    #[Status(201)]
    public function keep(int $id, #[JsonBody] KeepVersion $body): VersionView
    {
        return VersionView::of($this->versions->keep($this->photos->photo($id), $body->basedOn, $body->name));
    }

    #[Route('/api/versions/{id<\d+>}', methods: ['PATCH'])]
    public function rename(int $id, #[JsonBody] NewName $body): VersionView
    {
        $version = $this->version($id);
        $this->versions->rename($version, trim($body->name));

        return VersionView::of($version);
    }

    /** Removes a version. It can be brought back for some days. */
    #[Route('/api/versions/{id<\d+>}', methods: ['DELETE'])]
    public function remove(int $id): Response
    {
        $this->versions->remove($this->version($id), true);

        return new Response('', 204);
    }

    /** Brings a removed version back. */
    #[Route('/api/versions/{id<\d+>}/restore', methods: ['POST'])]
    public function restore(int $id): VersionView
    {
        $version = $this->versions->version($id, true) ?? throw NotFound::of('version');
        $this->versions->remove($version, false);

        return VersionView::of($version);
    }

    /** Makes a version the photo's grade; one step of undo. */
    #[Route('/api/versions/{id<\d+>}/take', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function take(int $id, #[JsonBody] StepFrom $body): GradeView
    {
        $version = $this->version($id);
        $this->grades->keep($version->photo(), $this->versions->grade($version), $body->basedOn);

        return $this->grades->view($version->photo());
    }

    /**
     * What was done to a photo, step by step, the oldest first.
     *
     * @return list<StepView>
     */
    #[Route('/api/photos/{id<\d+>}/history', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function history(int $id): array
    {
        return $this->grades->history($this->photos->photo($id));
    }

    /** Goes to any step of the history; those after it stay until something else is done. */
    #[Route('/api/photos/{id<\d+>}/history', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function goTo(int $id, #[JsonBody] GoToStep $body): GradeView
    {
        $photo = $this->photos->photo($id);
        $this->grades->goTo($photo, $body->number, $body->basedOn);

        return $this->grades->view($photo);
    }

    private function version(int $id): GradeVersion
    {
        return $this->versions->version($id) ?? throw NotFound::of('version');
    }
}
