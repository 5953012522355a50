<?php

declare(strict_types=1);

namespace Tovrin\App\MessageHandler;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Grading\PictureMaker;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Message\DrawPicture;
use Tovrin\App\Process\Journal;

/** Draws the small picture of a photo for the sheet. */
#[AsMessageHandler]
final readonly class DrawPictureHandler
{
    public function __construct(private PictureMaker $pictures, private EntityManagerInterface $entities, private Journal $journal)
    {
    }

    public function __invoke(DrawPicture $message): void
    {
        $this->entities->clear();
        $photo = $this->entities->find(Photo::class, $message->photo);
        // While one works, only the last of several changes in a row is drawn.
        if (null === $photo || $photo->isRemoved() || $photo->drawn() === $photo->revision() || $photo->revision() !== ($message->revision ?? $photo->revision())) {
            return;
        }
        try {
            $this->pictures->draw($photo);
        } catch (PictureError $e) {
            // The sheet shows the picture before; the next change tries again.
            $this->journal->say(\sprintf('"%s" could not be drawn for the sheet: %s', $photo->name(), $e->getMessage()));
        }
    }
}
