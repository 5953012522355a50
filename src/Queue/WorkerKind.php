<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

/** Which transports a worker takes from. One that leaves long work alone keeps a small file from waiting behind a huge one. */
enum WorkerKind: string
{
    case Any = 'any';
    case Quick = 'quick';

    /** @return list<Transport> what is urgent first */
    public function transports(): array
    {
        return self::Quick === $this ? [Transport::Quick, Transport::Grades, Transport::Steady, Transport::Ahead] : [Transport::Quick, Transport::Grades, Transport::Large, Transport::Steady, Transport::Ahead];
    }
}
