<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Http\Body;
use Tovrin\App\Http\Problem;
use Tovrin\App\Photo\PhotoColours;
use Tovrin\App\Repository\Sets;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Reading\MoveSummary;

/** Colours computed while the user works: the cube for the preview, what each move does. */
#[AsController]
final readonly class ColourController
{
    /** The browser never needs a finer cube than this. */
    private const MAX_LATTICE = 65;

    public function __construct(private Sets $sets, private PhotoColours $colours)
    {
    }

    /** The grade as a lattice of 32-bit floats; see Cube::toFloats(). */
    #[Route('/api/cube', methods: ['POST'])]
    public function cube(Request $request): Response
    {
        $start = hrtime(true);
        $body = Body::of($request);
        $grade = $body->grade();
        $checked = hrtime(true);
        $cube = Compiler::compile($grade, $body->integer('lattice', 2, self::MAX_LATTICE), $body->optionalInteger('watch', 0, 99));
        $compiled = hrtime(true);

        return new Response($cube->toFloats(), 200, [
            'Content-Type' => 'application/octet-stream',
            'Cache-Control' => 'no-store',
            'Server-Timing' => \sprintf('look;dur=%.2f, compile;dur=%.2f', ($checked - $start) / 1e6, ($compiled - $checked) / 1e6),
        ]);
    }

    /** The curves of a move's settings, evenly spaced, for kinds that have any; see Drawn. */
    #[Route('/api/moves/drawing', methods: ['POST'])]
    public function drawing(Request $request): JsonResponse
    {
        $kind = (Body::of($request)->grade()->moves[0] ?? throw new Problem(422, 'look: must have one move.'))->kind;

        return new JsonResponse((object) ($kind instanceof Drawn ? $kind->drawing() : []));
    }

    #[Route('/api/photos/{id<\d+>}/summary', methods: ['POST'])]
    public function summary(int $id, Request $request): JsonResponse
    {
        $photo = $this->sets->photo($id) ?? throw Problem::notFound('photo');

        return new JsonResponse(MoveSummary::of(Body::of($request)->grade(), $this->colours->digest($photo)));
    }
}
