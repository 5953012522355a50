<?php

declare(strict_types=1);

namespace Tovrin\App\MessageHandler;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\FullPicture;
use Tovrin\App\Message\DrawFull;
use Tovrin\App\Process\Journal;

/** Makes the whole picture of a photo whose file the browser would not show as it is. */
#[AsMessageHandler]
final readonly class DrawFullHandler
{
    public function __construct(private FullPicture $full, private EntityManagerInterface $entities, private Journal $journal)
    {
    }

    public function __invoke(DrawFull $message): void
    {
        $this->entities->clear();
        $photo = $this->entities->find(Photo::class, $message->photo);
        if (null === $photo || $photo->isRemoved()) {
            return;
        }
        try {
            $this->full->path($photo);
        } catch (PictureError $e) {
            // It is tried again when somebody looks at it at 100 %.
            $this->journal->say(\sprintf('"%s" could not be drawn at 100 %%: %s', $photo->name(), $e->getMessage()));
        }
    }
}
