<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Colours;

use Symfony\Component\HttpFoundation\Response;
use Tovrin\App\Reading\PlanesForScreen;
use Tovrin\Core\Grade\Plane;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\Stack;

/** What an answer says of the planes that its cubes have: key and levels of each, and which is that of the watched move. */
final class PlaneNames
{
    private const HEADER = 'Tovrin-Planes';

    /** @param int|null $watch index of the watched move */
    public static function tell(Response $answer, Planes $planes, Stack $stack, ?int $watch): void
    {
        if ($planes->count() > 0) {
            $named = static fn (Plane $plane, int $levels, int $number): array => ['key' => PlanesForScreen::key($plane), 'levels' => $levels, 'watched' => $number === ($planes->of[$watch ?? -1] ?? -1)];
            $answer->headers->set(self::HEADER, json_encode(array_map($named, $planes->all, $stack->counts(), array_keys($planes->all)), \JSON_THROW_ON_ERROR));
        }
    }
}
