<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Workers;

use Tovrin\App\Workers\WorkerState;

/** A worker, what it does and how fast. */
final readonly class WorkerView
{
    /**
     * @param string       $name    that no other worker has
     * @param string       $title   for people
     * @param bool         $here    whether it is on the machine that holds the data
     * @param string       $key     name of its key, for one on another machine
     * @param string       $state   working, waiting, slow, resting, unable or silent
     * @param string       $why     it is not given work as the others are; empty where it is
     * @param string       $doing   what it has in hand; empty for nothing
     * @param float        $share   of that which is done, 0…1
     * @param int          $done    since it started
     * @param int          $failed  of what it was given
     * @param float|null   $speed   megapixels of JPEG a second; null until it has made some files
     * @param int          $silent  seconds since it was last heard of
     * @param string       $since   when it came, date and time
     * @param list<SaidView> $said   what it has said, the latest first
     */
    private function __construct(
        public string $name,
        public string $title,
        public bool $here,
        public string $key,
        public string $state,
        public string $why,
        public string $doing,
        public string $stage,
        public float $share,
        public int $done,
        public int $failed,
        public ?float $speed,
        public int $silent,
        public string $since,
        public array $said,
    ) {
    }

    /**
     * @param array{title: string, stage: string, share: float}|null $inHand
     * @param int                                                    $number of those on this machine
     */
    public static function of(WorkerState $worker, ?array $inHand, \DateTimeImmutable $now, int $number): self
    {
        [$state, $why] = match (true) {
            $worker->isQuiet($now) => ['silent', 'It was not heard of lately. If that goes on, others get what it has in hand.'],
            $worker->isResting($now) => ['resting', \sprintf('It has failed again and again, and is passed over for %d more min. The last time: %s', max(1, (int) ceil(((int) $worker->restsUntil?->getTimestamp() - $now->getTimestamp()) / 60)), $worker->trouble)],
            $worker->isUnable() => ['unable', $worker->unable],
            $worker->isSlow => ['slow', \sprintf('It takes %.1f times as long as the others, and gets only what is left over.', $worker->times)],
            default => [null === $inHand ? 'waiting' : 'working', ''],
        };

        return new self(
            $worker->name,
            '' !== $worker->title ? $worker->title : \sprintf('This server, worker %d', $number),
            !$worker->isElsewhere(),
            $worker->key ?? '',
            $state,
            $why,
            $inHand['title'] ?? '',
            $inHand['stage'] ?? '',
            $inHand['share'] ?? 0.0,
            $worker->done,
            $worker->failed,
            null === $worker->pace || $worker->pace <= 0 ? null : 1 / $worker->pace,
            max(0, $now->getTimestamp() - $worker->seenAt->getTimestamp()),
            $worker->hereSince->format(\DATE_ATOM),
            array_map(SaidView::of(...), array_reverse($worker->lines)),
        );
    }
}
