<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoBeginning;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Library\PhotoArrival;
use Tovrin\App\Message\BeginPhoto;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Fit;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** The looks that grades of photos begin with: given to each photo, fitted to it, before it is first opened. */
final readonly class Beginnings implements PhotoArrival
{
    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private StartingLooks $looks, private Grades $grades, private PhotoColours $colours, private Tables $tables, private Queue $queue, private LoggerInterface $logger)
    {
    }

    /** A photo that was just imported is to begin with the look of its set. */
    public function arrived(Photo $photo): bool
    {
        $look = $this->looks->inForce($photo->set());
        if (null === $look) {
            return false;
        }
        $this->entities->persist(new PhotoBeginning($photo, $look));
        $this->entities->flush();
        $this->queue->put(new BeginPhoto($photo->id()), Transport::Ahead);

        return true;
    }

    /**
     * Gives a photo the look that it is still to begin with, if there is one; to be called before its grade is shown to anybody.
     *
     * @return bool whether there was one
     */
    public function begin(Photo $photo): bool
    {
        $waiting = $this->waiting($photo);
        if (null === $waiting) {
            return false;
        }
        try {
            $fitted = 0 === $photo->revision() ? $this->fitted($photo, LookJson::read($waiting->look(), $this->tables)) : null;
        } catch (PictureError $e) {
            // The photo can still be worked on; it begins with nothing.
            $this->logger->warning('"{name}" gets no starting look: {message}', ['name' => $photo->name(), 'message' => $e->getMessage()]);
            $fitted = null;
        }
        try {
            $this->connection->transactional(function () use ($photo, $waiting, $fitted): void {
                if (null === $fitted) {
                    $this->entities->remove($waiting);
                } else {
                    $this->grades->keep($photo, $fitted, 0);
                    $waiting->given($photo->step(), LookWriter::write($fitted));
                }
                $this->entities->flush();
            });
        } catch (StaleRevision) {
            // Another process was faster: with the same, or somebody has begun to work on it.
            $this->entities->refresh($photo);
        }

        return true;
    }

    /** The look that the grade in force began with; null when it began with nothing. */
    public function of(Photo $photo): ?PhotoBeginning
    {
        /** @var PhotoBeginning|null $latest */
        $latest = $this->entities->createQuery('SELECT b FROM '.PhotoBeginning::class.' b WHERE b.photo = ?1 AND b.step <= ?2 ORDER BY b.step DESC, b.id DESC')->setParameter(1, $photo)->setParameter(2, $photo->step())->setMaxResults(1)->getOneOrNullResult();

        return $latest;
    }

    /** Writes down that a photo's grade begins with a look from the step that it is at. */
    public function given(Photo $photo, string $look, Grade $fitted): void
    {
        $beginning = new PhotoBeginning($photo, $look);
        $beginning->given($photo->step(), LookWriter::write($fitted));
        $this->entities->persist($beginning);
        $this->entities->flush();
    }

    /** A look as a photo gets it: a grade like one that was begun by hand, of the moves fitted to the photo, under ids of their own. */
    public function fitted(Photo $photo, Grade $look): Grade
    {
        $fitted = Fit::to($look, $this->colours->fittingSamples($photo), $photo->storeKey(), fn (): array => $this->colours->grain($photo));

        return (new Grade($fitted->moves, '', Grades::atFirst()->edges, $fitted->groups))->withIds(Grades::newId(...));
    }

    /** How many photos of a set are still to begin with a look. */
    public function waitingIn(int $set): int
    {
        $count = $this->connection->fetchOne('SELECT COUNT(*) FROM photo_beginning JOIN photo ON photo.id = photo_id WHERE set_id = ? AND photo.removed_at IS NULL AND photo_beginning.step IS NULL', [$set]);

        return is_numeric($count) ? (int) $count : 0;
    }

    private function waiting(Photo $photo): ?PhotoBeginning
    {
        return $this->entities->getRepository(PhotoBeginning::class)->findOneBy(['photo' => $photo, 'step' => null]);
    }
}
