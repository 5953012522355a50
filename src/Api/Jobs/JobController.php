<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Jobs;

use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Fitting\SamePot;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Grading\Carrier;
use Tovrin\App\Grading\CarryOver;
use Tovrin\App\Grading\Consistency;
use Tovrin\App\Grading\Job\CarryWork;
use Tovrin\App\Grading\Job\GradeJobs;
use Tovrin\App\Grading\Job\GradeJobView;
use Tovrin\App\Grading\Job\SameColourWork;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Library\Photos;

/** Changes to the grades of many photos: asking for them, following them, pausing, stopping, undoing. */
#[AsController]
final readonly class JobController
{
    public function __construct(private GradeJobs $jobs, private Photos $photos)
    {
    }

    /**
     * The latest, newest first, so that a page finds what it had asked for before a reload.
     *
     * @return list<GradeJobView>
     */
    #[Route('/api/jobs', methods: ['GET'])]
    public function latest(): array
    {
        return $this->jobs->latest();
    }

    #[Route('/api/jobs/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): GradeJobView
    {
        return $this->jobs->view($this->jobs->job($id));
    }

    /** What is in hand is finished, the others wait; goes on; stops for good; takes back all that it did. */
    #[Route('/api/jobs/{id<\d+>}/{what<pause|resume|stop|undo>}', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function steer(int $id, string $what): GradeJobView
    {
        $job = $this->jobs->job($id);
        match ($what) {
            'pause' => $this->jobs->pause($job),
            'resume' => $this->jobs->resume($job),
            'undo' => $this->jobs->undo($job),
            default => $this->jobs->stop($job),
        };

        return $this->show($id);
    }

    /** Has moves of this photo carried over to others; undone as one. */
    #[Route('/api/photos/{id<\d+>}/carry', options: Pool::TAKES_LONG, methods: ['POST'])]
    #[Status(202)]
    public function carry(int $id, #[JsonBody] CarryOver $body, Carrier $carrier): GradeJobView
    {
        $from = $this->photos->photo($id);
        $to = array_map($this->photos->photo(...), array_values(array_unique($body->to)));

        return $this->jobs->view($this->jobs->ask($from->set(), CarryWork::KIND, \sprintf('Carry over from %s', $from->name()), CarryWork::request($body, $carrier->reached($from, $body->look)), $to));
    }

    /** Has the same thing in other photos brought to the colour that it has in this one; undone as one. */
    #[Route('/api/photos/{id<\d+>}/same/bring', options: Pool::TAKES_LONG, methods: ['POST'])]
    #[Status(202)]
    public function bring(int $id, #[JsonBody] SamePot $body, Consistency $consistency, PhotoColours $colours): GradeJobView
    {
        $first = $this->photos->photo($id);
        $others = array_values(array_filter(array_map($this->photos->photo(...), array_values(array_unique($body->to))), static fn (Photo $photo): bool => $photo !== $first));
        if ([] === $others) {
            throw new Refused('There is no other photo to bring to this colour. Select several.');
        }
        $reach = $consistency->reach($first, $body->pot);
        $name = $colours->pots($first)->names[$body->pot];
        $label = mb_substr(\sprintf('%s as in %s', ucfirst($name), pathinfo($first->name(), \PATHINFO_FILENAME)), 0, 80);

        return $this->jobs->view($this->jobs->ask($first->set(), SameColourWork::KIND, $label, SameColourWork::request($reach, $consistency->goal($first, $body->pot), $label), $others));
    }
}
