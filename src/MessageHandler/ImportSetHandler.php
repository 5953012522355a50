<?php

declare(strict_types=1);

namespace Tovrin\App\MessageHandler;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Archive\SetImporter;
use Tovrin\App\Message\ImportSet;

/** Takes the archive of a set in. */
#[AsMessageHandler]
final readonly class ImportSetHandler
{
    public function __construct(private SetImporter $importer)
    {
    }

    public function __invoke(ImportSet $message): void
    {
        $this->importer->import($message->import);
    }
}
