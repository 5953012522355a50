<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Looks\Presets;

/** Looks to begin with. */
#[AsController]
final readonly class LookController
{
    public function __construct(private Presets $presets)
    {
    }

    #[Route('/api/presets', methods: ['GET'])]
    public function presets(): JsonResponse
    {
        return new JsonResponse($this->presets->all());
    }
}
