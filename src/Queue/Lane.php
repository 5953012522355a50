<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

/** Which rooms a worker serves. One that leaves long work alone keeps a small file from waiting behind a huge one. */
enum Lane: string
{
    case Any = 'any';
    case Quick = 'quick';

    /** @return list<Room> what is urgent first */
    public function rooms(): array
    {
        return self::Quick === $this ? [Room::Quick, Room::Steady, Room::Ahead] : [Room::Quick, Room::Large, Room::Steady, Room::Ahead];
    }
}
