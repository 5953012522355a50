<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Readings;

use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Colours\OneLook;
use Tovrin\App\Api\Fitting\WatchedLook;
use Tovrin\App\Api\Http\Binary;
use Tovrin\App\Api\Http\FirstMove;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Library\Photos;
use Tovrin\App\Reading\CheckReader;
use Tovrin\App\Reading\CloudReader;
use Tovrin\App\Reading\FindingView;
use Tovrin\App\Reading\GradeReader;
use Tovrin\App\Reading\MoveView;
use Tovrin\App\Reading\ProbeReader;
use Tovrin\App\Reading\ProbesOf;
use Tovrin\App\Reading\ProbeView;
use Tovrin\App\Reading\ReadingsView;
use Tovrin\App\Reading\SourceReader;
use Tovrin\App\Reading\SourceView;

/** Reading a photo's colours. */
#[AsController]
final readonly class ReadingController
{
    public function __construct(private Photos $photos)
    {
    }

    /** What the photo holds before anything is done to it. */
    #[Route('/api/photos/{id<\d+>}/source', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function source(int $id, SourceReader $reader): SourceView
    {
        return $reader->read($this->photos->photo($id));
    }

    /** What a grade makes of the photo, and what the move being worked on takes in. */
    #[Route('/api/photos/{id<\d+>}/readings', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function readings(int $id, #[JsonBody] WatchedLook $body, GradeReader $reader): ReadingsView
    {
        return $reader->read($this->photos->photo($id), $body->look, $body->watch);
    }

    /**
     * Where a move's reach lies on a plane of the bench.
     *
     * @return list<array{0: int, 1: int, 2: float}> column, row from the foot, mean weight of the cells that hold colours
     */
    #[Route('/api/photos/{id<\d+>}/lit', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function lit(int $id, #[JsonBody] LitPlane $body, GradeReader $reader): array
    {
        return $reader->lit($this->photos->photo($id), $body->look, $body->watch, $body->plane, $body->chromaTop);
    }

    /**
     * What each move of a grade does to the photo.
     *
     * @return list<MoveView> in the order of the moves
     */
    #[Route('/api/photos/{id<\d+>}/summary', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function summary(int $id, #[JsonBody] OneLook $body, GradeReader $reader): array
    {
        return $reader->summary($this->photos->photo($id), $body->look);
    }

    /**
     * What goes wrong with the photo's colours in a grade.
     *
     * @return list<FindingView> worst first
     */
    #[Route('/api/photos/{id<\d+>}/checks', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function checks(int $id, #[JsonBody] ChecksOf $body, CheckReader $reader): array
    {
        return $reader->read($this->photos->photo($id), $body->look, $body->ways);
    }

    /** Where the photo's colours lie, and where a grade takes them; see CloudReader. */
    #[Route('/api/photos/{id<\d+>}/cloud', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function cloud(int $id, #[JsonBody] WatchedLook $body, CloudReader $reader): Binary
    {
        return Binary::of($reader->read($this->photos->photo($id), $body->look, $body->watch));
    }

    /**
     * How much of the photo each family of a look's first move holds; nothing for kinds without families.
     *
     * @return \ArrayObject<string, float> an object even when it is empty
     */
    #[Route('/api/photos/{id<\d+>}/families', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function families(int $id, #[JsonBody] OneLook $body, SourceReader $reader): \ArrayObject
    {
        return new \ArrayObject($reader->families($this->photos->photo($id), FirstMove::of($body->look)));
    }

    /**
     * Colours at places of the photo, before and after a grade.
     *
     * @return list<ProbeView|null> null for a place beside the photo
     */
    #[Route('/api/photos/{id<\d+>}/probes', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function probes(int $id, #[JsonBody] ProbesOf $body, ProbeReader $reader): array
    {
        return $reader->read($this->photos->photo($id), $body);
    }
}
