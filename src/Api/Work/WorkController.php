<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Uploads;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Library\HandedBack;
use Tovrin\App\Machines\HandIn;
use Tovrin\App\Machines\SentFile;
use Tovrin\App\Machines\TaskFile;
use Tovrin\App\Machines\WorkLease;
use Tovrin\App\Machines\WorkLeases;

/** What a worker elsewhere does with what it has in hand. See WorkerKeyListener for who may. */
#[AsController]
final readonly class WorkController
{
    public function __construct(private FrontDesk $desk, private WorkLeases $leases, private HandIn $handIn, private HandedBack $files)
    {
    }

    /** Asks for something to do; tells at the same time that the worker is there. */
    #[Route('/api/work/take', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function take(#[JsonBody] TakeWork $body, Request $request): WorkGiven
    {
        return $this->desk->take($body, self::key($request));
    }

    /** The worker is there, and what it has in hand too. */
    #[Route('/api/work/here', methods: ['POST'])]
    public function here(#[JsonBody] Who $body, Request $request): Response
    {
        $this->desk->here($body, self::key($request));

        return new Response('', 204);
    }

    /** The worker ends; what it has in hand goes back. */
    #[Route('/api/work/gone', methods: ['POST'])]
    public function gone(#[JsonBody] Who $body, Request $request): Response
    {
        $this->desk->gone($body, self::key($request));

        return new Response('', 204);
    }

    /** Waits until there may be something to do. The web server holds the connection; this only says who may. */
    #[Route('/api/work/waiting', methods: ['GET'])]
    public function waiting(): Response
    {
        return new Response('', 204);
    }

    /** A file that something in hand needs. */
    #[Route('/api/work/leases/{token<[0-9a-f]{32}>}/files/{name<[A-Za-z0-9][A-Za-z0-9._-]*>}', methods: ['GET'])]
    public function file(string $token, string $name, Request $request, SentFile $sent): BinaryFileResponse
    {
        return new BinaryFileResponse($sent->path($this->lease($token, $request), $name), 200, ['Content-Type' => 'application/octet-stream', 'Cache-Control' => 'no-store'], false);
    }

    #[Route('/api/work/leases/{token<[0-9a-f]{32}>}/progress', methods: ['POST'])]
    public function progress(string $token, #[JsonBody] WorkMoves $body, Request $request): WorkGoesOn
    {
        $lease = $this->lease($token, $request);
        $this->desk->told($lease, $body->lines);

        return new WorkGoesOn($this->handIn->goesOn($lease, $body->stage, $body->share));
    }

    /** How much of a file has come back, in Upload-Offset. */
    #[Route('/api/work/leases/{token<[0-9a-f]{32}>}/results/{name<[A-Za-z0-9][A-Za-z0-9._-]*>}', methods: ['HEAD'])]
    public function received(string $token, string $name, Request $request): Response
    {
        return self::offset($this->files->received($this->lease($token, $request)->token, $name), 200);
    }

    /** The next piece of a file that goes back, from Upload-Offset on; the body is the piece itself. */
    #[Route('/api/work/leases/{token<[0-9a-f]{32}>}/results/{name<[A-Za-z0-9][A-Za-z0-9._-]*>}', options: Pool::TAKES_FILES, methods: ['PATCH'])]
    public function receive(string $token, string $name, Request $request, Uploads $uploads): Response
    {
        $lease = $this->lease($token, $request);
        $offset = Uploads::number($request, 'Upload-Offset');
        if (null !== $lease->ended) {
            throw new NotFound('This is in nobody’s hand any more.');
        }

        return self::offset($uploads->taken($request, $name, fn (string $path): int => $this->files->receive($lease->token, $name, $path, $offset)), 204);
    }

    /** Everything of it has come back: it is checked against its digests, and kept. Saying so again changes nothing. */
    #[Route('/api/work/leases/{token<[0-9a-f]{32}>}/done', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function done(string $token, #[JsonBody] WorkDone $body, Request $request): WorkGiven
    {
        $lease = $this->lease($token, $request);
        $this->desk->told($lease, $body->lines);
        $this->handIn->done($lease, $body->made(), array_map(static fn (FileBack $file): TaskFile => new TaskFile($file->name, $file->sha256, $file->bytes), $body->files), $body->seconds);

        return null === $body->next ? new WorkGiven(null) : $this->desk->take($body->next, self::key($request));
    }

    /** It could not be done; somebody else tries. */
    #[Route('/api/work/leases/{token<[0-9a-f]{32}>}/failed', methods: ['POST'])]
    public function failed(string $token, #[JsonBody] WorkFails $body, Request $request): Response
    {
        $lease = $this->lease($token, $request);
        $this->desk->told($lease, $body->lines);
        $this->handIn->failed($lease, $body->why);

        return new Response('', 204);
    }

    /** It goes back untouched: the worker ends, or has no room. */
    #[Route('/api/work/leases/{token<[0-9a-f]{32}>}/back', methods: ['POST'])]
    public function back(string $token, Request $request): Response
    {
        $this->handIn->back($this->lease($token, $request));

        return new Response('', 204);
    }

    private function lease(string $token, Request $request): WorkLease
    {
        return $this->leases->of($token, self::key($request));
    }

    private static function offset(int $bytes, int $status): Response
    {
        return new Response('', $status, ['Upload-Offset' => (string) $bytes, 'Cache-Control' => 'no-store']);
    }

    private static function key(Request $request): int
    {
        return $request->attributes->getInt(WorkerKeyListener::KEY);
    }
}
