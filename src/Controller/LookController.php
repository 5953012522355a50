<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Looks\Presets;
use Tovrin\App\View\PresetView;

/** Looks to begin with. */
#[AsController]
final readonly class LookController
{
    public function __construct(private Presets $presets)
    {
    }

    /**
     * The looks that come with Tovrin.
     *
     * @return list<PresetView>
     */
    #[Route('/api/presets', methods: ['GET'])]
    public function presets(): array
    {
        return $this->presets->all();
    }
}
