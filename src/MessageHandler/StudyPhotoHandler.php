<?php

declare(strict_types=1);

namespace Tovrin\App\MessageHandler;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Message\StudyPhoto;
use Tovrin\App\Process\Journal;

/** Studies photos ahead of need. */
#[AsMessageHandler]
final readonly class StudyPhotoHandler
{
    public function __construct(private EntityManagerInterface $entities, private PhotoColours $colours, private Journal $journal)
    {
    }

    public function __invoke(StudyPhoto $message): void
    {
        $this->entities->clear();
        $photo = $this->entities->find(Photo::class, $message->photo);
        if (null === $photo || $photo->isRemoved() || $this->colours->isStudied($photo)) {
            return;
        }
        try {
            $this->colours->pots($photo);
            $this->journal->say(\sprintf('Studied "%s"', $photo->name()));
        } catch (\Throwable $e) {
            // Whoever needs it will be told.
            $this->journal->say(\sprintf('"%s" could not be studied: %s', $photo->name(), $e->getMessage()));
        }
    }
}
