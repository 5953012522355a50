<?php

declare(strict_types=1);

namespace Tovrin\App\MessageHandler;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Grading\Beginnings;
use Tovrin\App\Message\BeginPhoto;
use Tovrin\App\Process\Journal;

/** Gives photos the looks that they begin with, before they are opened. */
#[AsMessageHandler]
final readonly class BeginPhotoHandler
{
    public function __construct(private EntityManagerInterface $entities, private Beginnings $beginnings, private Journal $journal)
    {
    }

    public function __invoke(BeginPhoto $message): void
    {
        $this->entities->clear();
        $photo = $this->entities->find(Photo::class, $message->photo);
        if (null !== $photo && !$photo->isRemoved() && $this->beginnings->begin($photo)) {
            $this->journal->say(\sprintf('"%s" begins with its starting look', $photo->name()));
        }
    }
}
