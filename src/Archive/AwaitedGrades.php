<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;
use Tovrin\App\Entity\AwaitedGrade;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Library\PhotoArrival;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Process\Announcements;
use Tovrin\Core\Format\FormatError;

/** Gives photos the grades that came in before them, in an archive without photos. */
#[AsTaggedItem(priority: 10)]
final readonly class AwaitedGrades implements PhotoArrival
{
    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private PhotoStore $store, private SentArchives $archives, private GradeRecords $records, private Announcements $announcements)
    {
    }

    public function arrived(Photo $photo): bool
    {
        $awaited = $this->for($photo);
        if (null === $awaited) {
            return false;
        }
        try {
            $import = $awaited->import();
            $archive = $this->archives->open($import);
            $listed = $archive->head->photos[$awaited->index()] ?? throw new FormatError('it is not listed any more.');
            $this->connection->transactional(function () use ($photo, $archive, $listed, $awaited): void {
                null === $listed->position || $photo->standAt($listed->position);
                if (null !== $listed->grade) {
                    $this->records->put($photo, $archive->grade($listed->grade), $listed->key);
                }
                $this->entities->remove($awaited);
                $this->entities->flush();
            });
            $this->archives->release($import->id());
            $this->announcements->gather('imports');

            return true;
        } catch (FormatError|Refused $e) {
            $words = \sprintf('The grade that waited for “%s” cannot be used: %s', $photo->name(), $e->getMessage());
            $awaited->import()->say($words);
            $this->entities->remove($awaited);
            $this->entities->flush();

            return false;
        }
    }

    private function for(Photo $photo): ?AwaitedGrade
    {
        $all = $this->entities->getRepository(AwaitedGrade::class)->findBy(['set' => $photo->set()], ['id' => 'ASC']);
        if ([] === $all) {
            return null;
        }
        $digest = (string) @hash_file('sha256', $this->store->original($photo->storeKey()));
        foreach ($all as $one) {
            if ($one->isFor($digest, $photo->name(), $photo->width(), $photo->height())) {
                return $one;
            }
        }

        return null;
    }
}
