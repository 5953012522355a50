<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Workers;

use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;

/** Who makes files, draws and studies. */
#[AsController]
final readonly class WorkerController
{
    /**
     * All workers that are there, those of this machine first: what each does, how fast it is, and why one is passed over.
     *
     * @return list<WorkerView>
     */
    #[Route('/api/workers', methods: ['GET'])]
    public function all(WorkerList $list): array
    {
        return $list->all();
    }
}
