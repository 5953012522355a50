<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Workers;

use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Delivery\ExportQueue;
use Tovrin\App\Machines\WorkLeases;
use Tovrin\App\Workers\Workers;
use Tovrin\App\Workers\WorkerState;

/** Workers with what each has in hand. */
final readonly class WorkerList
{
    public function __construct(private Workers $workers, private WorkLeases $leases, private ExportQueue $queue)
    {
    }

    /** @return list<WorkerView> */
    public function all(): array
    {
        $inHand = array_column([...$this->queue->inHand(), ...$this->leases->inHand()], null, 'worker');
        $now = new DatePoint();
        $number = 0;
        $there = array_values(array_filter($this->workers->all(), static fn (WorkerState $one): bool => $one->isThere()));

        return array_map(static function (WorkerState $one) use ($inHand, $now, &$number): WorkerView {
            $number += $one->isElsewhere() ? 0 : 1;

            return WorkerView::of($one, $inHand[$one->name] ?? null, $now, $number);
        }, $there);
    }
}
