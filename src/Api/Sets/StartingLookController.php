<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Grading\BeginAgain;
use Tovrin\App\Grading\Beginnings;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\Job\GradeJobs;
use Tovrin\App\Grading\Job\StartingLookWork;
use Tovrin\App\Grading\LookView;
use Tovrin\App\Grading\StartingLooks;
use Tovrin\App\Grading\StartingLookView;
use Tovrin\App\Library\Photos;
use Tovrin\App\Repository\Sets;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Model\Table\Tables;

/** The looks that imported photos begin with. */
#[AsController]
final readonly class StartingLookController
{
    public function __construct(private StartingLooks $looks, private Photos $photos)
    {
    }

    #[Route('/api/sets/{id<\d+>}/starting-look', methods: ['GET'])]
    public function show(int $id): StartingLookView
    {
        return $this->looks->view($this->photos->set($id));
    }

    /** Changes what photos of a set begin with; those that are there are changed in the background where that is asked for. */
    #[Route('/api/sets/{id<\d+>}/starting-look', options: Pool::TAKES_LONG, methods: ['PUT'])]
    public function change(int $id, #[JsonBody] ChangeStartingLook $body, GradeJobs $jobs, Sets $sets, Tables $tables): StartingLookChanged
    {
        $set = $this->photos->set($id);
        $this->looks->change($set, $body->as, $body->look);
        $there = $sets->photos($set);
        $text = $this->looks->inForce($set);
        $look = null === $text ? Grades::atFirst() : LookJson::read($text, $tables);
        $job = BeginAgain::New === $body->then || [] === $there ? null : $jobs->ask($set, StartingLookWork::KIND, 'Starting look', StartingLookWork::request($look, $body->then), $there);

        return new StartingLookChanged($this->looks->view($set), null === $job ? null : $jobs->view($job));
    }

    /** What photos begin with in all sets that say nothing of their own. */
    #[Route('/api/starting-look', methods: ['PUT'])]
    public function changeForAll(#[JsonBody] StartingLookForAll $body): Response
    {
        $this->looks->changeForAll($body->look);

        return new Response('', 204);
    }

    /** The look that the photo's grade began with, as it was fitted to it; without moves when it began with nothing. */
    #[Route('/api/photos/{id<\d+>}/beginning', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function beginning(int $id, Beginnings $beginnings, Tables $tables): LookView
    {
        $began = $beginnings->of($this->photos->photo($id));

        return new LookView(null === $began ? Grades::atFirst() : LookJson::read($began->fitted(), $tables));
    }
}
