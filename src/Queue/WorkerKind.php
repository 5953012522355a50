<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

/** Which transports a worker takes from. One that leaves long work alone keeps a small file from waiting behind a huge one. */
enum WorkerKind: string
{
    case Any = 'any';
    case Quick = 'quick';
    /** For a machine that has others make its files. */
    case Own = 'own';

    /** @return list<Transport> what is urgent first */
    public function transports(): array
    {
        return match ($this) {
            self::Any => [Transport::Quick, Transport::Grades, Transport::Own, Transport::Large, Transport::Steady, Transport::Ahead],
            self::Quick => [Transport::Quick, Transport::Grades, Transport::Steady, Transport::Ahead],
            self::Own => [Transport::Own],
        };
    }
}
