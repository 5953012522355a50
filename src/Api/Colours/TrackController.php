<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Colours;

use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Exception\Refused;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookLine;
use Tovrin\Core\Grade\Field;
use Tovrin\Core\Grade\GradeLine;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\Stack;
use Tovrin\Core\Grade\Track;
use Tovrin\Core\Model\Table\Tables;

/** Drafts of a grade for all of a drag at once. */
#[AsController]
final readonly class TrackController
{
    public function __construct(private Tables $tables)
    {
    }

    /**
     * Drafts along the line, or all over the field that two lines span, the nearest first, each sent as soon as it is there; between neighbours one goes in
     * straight lines. Of each the places on the line and on the second one (0 where there is none) as 64-bit floats, the nodes along each axis and the
     * number of cubes as 32-bit integers, all least significant byte first, then the cubes, see Cube::toShorts(). Planes are named as for a single cube.
     */
    #[Route('/api/cube/track', methods: ['POST'])]
    public function track(#[JsonBody] TrackOf $body): StreamedResponse
    {
        try {
            $way = [] === $body->aside ? LookLine::of($body->look, $body->steps, $this->tables) : LookLine::across($body->look, $body->steps, $body->aside, $this->tables);
        } catch (FormatError $e) {
            throw new Refused('steps: '.$e->getMessage(), 0, $e);
        }
        $watch = $body->look->indexOf($body->watch);
        $answer = new StreamedResponse(static function () use ($way, $watch): void {
            $send = static function (float $along, float $aside, array $cubes): bool {
                /** @var non-empty-list<Cube> $cubes */
                echo pack('e2V2', $along, $aside, $cubes[0]->size, \count($cubes)), implode('', array_map(static fn (Cube $cube): string => $cube->toShorts(), $cubes));
                flush();

                // Whoever has let go of the control and taken another wants no more of this one.
                return 0 === connection_aborted();
            };
            $way instanceof GradeLine ? Track::along($way, $watch, static fn (float $place, array $cubes): bool => $send($place, 0.0, $cubes)) : Field::over($way, $watch, $send);
        }, 200, ['Content-Type' => 'application/octet-stream', 'Cache-Control' => 'no-store', 'X-Accel-Buffering' => 'no']);
        $planes = Planes::of($body->look, null === $watch ? [] : [$watch]);
        PlaneNames::tell($answer, $planes, Stack::of($planes), $watch);

        return $answer;
    }
}
