<?php

declare(strict_types=1);

namespace Tovrin\App\MessageHandler;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Delivery\FileMaker;
use Tovrin\App\Message\MakeFile;

/** Makes a finished file. */
#[AsMessageHandler]
final readonly class MakeFileHandler
{
    public function __construct(private FileMaker $files)
    {
    }

    public function __invoke(MakeFile $message): void
    {
        $this->files->make($message->job);
    }
}
