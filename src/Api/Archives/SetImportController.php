<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Archives;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Uploads;
use Tovrin\App\Archive\SetImports;
use Tovrin\App\Archive\SetImportView;
use Tovrin\App\Exception\Refused;

/**
 * Archives of sets on their way in. They are sent piece by piece as tus has it (an open protocol for uploads that can be resumed,
 * https://tus.io/protocols/resumable-upload, version 1.0.0 with "creation"), and then taken in by a worker.
 */
#[AsController]
final readonly class SetImportController
{
    private const TUS = ['Tus-Resumable' => '1.0.0', 'Cache-Control' => 'no-store'];

    public function __construct(private SetImports $imports)
    {
    }

    /**
     * The latest, newest first.
     *
     * @return list<SetImportView>
     */
    #[Route('/api/set-imports', methods: ['GET'])]
    public function latest(): array
    {
        return $this->imports->latest();
    }

    #[Route('/api/set-imports/{id<\d+>}', methods: ['GET'])]
    public function show(int $id): SetImportView
    {
        return $this->imports->view($this->imports->import($id));
    }

    /** Announces an archive, with its length in Upload-Length and its name in Upload-Metadata; answers with where it is to be sent in Location. */
    #[Route('/api/set-imports', methods: ['POST'])]
    public function announce(Request $request): Response
    {
        $bytes = Uploads::number($request, 'Upload-Length');
        if ($bytes < 1) {
            throw new Refused('This file is empty. Choose the archive of a set.');
        }
        $import = $this->imports->announce(self::name((string) $request->headers->get('Upload-Metadata')), $bytes);

        return new Response('', 201, self::TUS + ['Location' => \sprintf('/api/set-imports/%d/file', $import->id())]);
    }

    /** How much of it has come, in Upload-Offset. */
    #[Route('/api/set-imports/{id<\d+>}/file', methods: ['HEAD'])]
    public function received(int $id): Response
    {
        $import = $this->imports->import($id);

        return new Response('', 200, self::TUS + ['Upload-Offset' => (string) $this->imports->received($import), 'Upload-Length' => (string) $import->bytes()]);
    }

    /** The next piece of it, from Upload-Offset on; the body is the piece itself. */
    #[Route('/api/set-imports/{id<\d+>}/file', options: Pool::TAKES_FILES, methods: ['PATCH'])]
    public function receive(int $id, Request $request, Uploads $uploads): Response
    {
        $import = $this->imports->import($id);
        $offset = Uploads::number($request, 'Upload-Offset');
        $received = $uploads->taken($request, $import->name(), fn (string $path): int => $this->imports->receive($import, $path, $offset));

        return new Response('', 204, self::TUS + ['Upload-Offset' => (string) $received]);
    }

    /** Finishes the photo in hand and waits; goes on, also after a failure. */
    #[Route('/api/set-imports/{id<\d+>}/{what<pause|resume>}', methods: ['POST'])]
    public function steer(int $id, string $what): SetImportView
    {
        $import = $this->imports->import($id);
        'pause' === $what ? $this->imports->pause($import) : $this->imports->resume($import);

        return $this->show($id);
    }

    /** Forgets an archive that was sent in; the set stays as far as it has come. */
    #[Route('/api/set-imports/{id<\d+>}', methods: ['DELETE'])]
    public function forget(int $id): Response
    {
        $this->imports->forget($this->imports->import($id));

        return new Response('', 204);
    }

    /** Pairs of a word and a text in base64, between commas. */
    private static function name(string $metadata): string
    {
        foreach (explode(',', $metadata) as $pair) {
            [$key, $value] = explode(' ', trim($pair), 2) + [1 => ''];
            if ('filename' === $key) {
                return (string) base64_decode($value, true);
            }
        }

        return 'set.zip';
    }
}
