<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Storage;

use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Server\Clearable;
use Tovrin\App\Server\Storage;
use Tovrin\App\Server\StorageView;

/** What room the data takes. */
#[AsController]
final readonly class StorageController
{
    public function __construct(private Storage $storage)
    {
    }

    #[Route('/api/storage', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function show(): StorageView
    {
        return $this->storage->view();
    }

    /** Clears finished files, what was removed, or what is computed again when needed; answers what there is afterwards. */
    #[Route('/api/storage/{what<finished|removed|remakeable>}', options: Pool::TAKES_LONG, methods: ['DELETE'])]
    public function clear(string $what): StorageView
    {
        $this->storage->clear(Clearable::from($what));

        return $this->storage->view();
    }
}
