<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Tovrin\App\Exception\Conflict;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Machines\HandIn;
use Tovrin\App\Machines\HandOut;
use Tovrin\App\Machines\SameSources;
use Tovrin\App\Machines\WorkLease;
use Tovrin\App\Machines\WorkLeases;
use Tovrin\App\Process\Leases;
use Tovrin\App\Queue\Rooms;
use Tovrin\App\Workers\Workers;

/** Where workers elsewhere come and go. A worker is known by its key and the word that it calls itself. */
final readonly class FrontDesk
{
    private const AGAIN_SECONDS = 3;

    public function __construct(private Workers $workers, private WorkLeases $leases, private HandOut $handOut, private HandIn $handIn, private SameSources $sources, private Rooms $rooms)
    {
    }

    /** @throws Conflict when it is of another version: what it made would not be the same */
    public function take(TakeWork $who, int $key): WorkGiven
    {
        $own = $this->sources->version();
        if ($who->version !== $own) {
            throw new Conflict(\sprintf('The worker “%s” is Tovrin %s, and this front is %s. Files must come out the same wherever they are made: install on the worker what the front has (git pull, make build), and start it again.', $who->title, $who->version, $own));
        }
        $name = self::name($who->id, $key);
        if ($this->workers->isHere($name, $who->run, $who->title, $who->version, $key)) {
            $this->handIn->lostBy($name);
        }
        // Whoever asks has nothing in hand: what was given before was lost on its way.
        $this->handIn->backFrom($name);
        $this->workers->says($name, $who->trouble);
        $worker = $this->workers->one($name) ?? throw new NotFound('This worker is not known.');
        if ('' !== $who->trouble) {
            return new WorkGiven(null, $who->trouble);
        }

        $task = $this->handOut->take($worker);

        return match (true) {
            null !== $task => new WorkGiven($task),
            $this->rooms->isAway() => new WorkGiven(null, 'The queue’s server does not answer the front. It is tried again.', self::AGAIN_SECONDS),
            $worker->isResting() => new WorkGiven(null, \sprintf('Nothing is given out to this worker for a while, since it has failed again and again. The last time: %s', $worker->trouble)),
            $worker->isSlow => new WorkGiven(null, \sprintf('This worker takes %.1f times as long as the others: it gets what is left over.', $worker->times)),
            default => new WorkGiven(null),
        };
    }

    public function here(Who $who, int $key): void
    {
        $name = self::name($who->id, $key);
        $this->workers->seen($name);
        $this->leases->seen($name);
    }

    public function gone(Who $who, int $key): void
    {
        $name = self::name($who->id, $key);
        $this->handIn->backFrom($name);
        $this->workers->isGone($name);
    }

    /** @param list<string> $lines */
    public function told(WorkLease $lease, array $lines): void
    {
        $this->workers->seen($lease->worker);
        $this->workers->told($lease->worker, $lines);
    }

    private static function name(string $id, int $key): string
    {
        return Leases::elsewhere($key.'-'.$id);
    }
}
