<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Looks;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Api\Http\Uploads;
use Tovrin\App\Library\LutImport;
use Tovrin\App\Library\LutView;

/** Tables of other programs, to be used in moves. */
#[AsController]
final readonly class LutController
{
    public function __construct(private LutImport $luts)
    {
    }

    /** Takes in a table; the body is a .cube file or an ICC device link itself. */
    #[Route('/api/luts', options: Pool::TAKES_FILES, methods: ['POST'])]
    #[Status(201)]
    public function import(Request $request, Uploads $uploads, #[MapQueryParameter] string $name = 'table.cube'): LutView
    {
        return $uploads->taken($request, $name, fn (string $path): LutView => $this->luts->import($path, $name));
    }

    #[Route('/api/luts/{digest<[0-9a-f]{64}>}', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function show(string $digest): LutView
    {
        return $this->luts->view($digest);
    }
}
