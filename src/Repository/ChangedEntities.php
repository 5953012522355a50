<?php

declare(strict_types=1);

namespace Tovrin\App\Repository;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\Event\OnFlushEventArgs;
use Doctrine\ORM\Events;
use Tovrin\App\Entity\DeliveryPreset;
use Tovrin\App\Entity\GradeVersion;
use Tovrin\App\Entity\OwnLook;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Process\Announcements;

/** Notices what is kept, for the windows that are open. Grades and work on many photos are told with more than that by who changes them. */
#[AsDoctrineListener(event: Events::onFlush)]
final readonly class ChangedEntities
{
    /** Members of a photo that go with its grade. */
    private const OF_ITS_GRADE = ['revision', 'step', 'moveCount', 'changedBy'];

    public function __construct(private Announcements $announcements)
    {
    }

    public function onFlush(OnFlushEventArgs $event): void
    {
        $unit = $event->getObjectManager()->getUnitOfWork();
        foreach ([...$unit->getScheduledEntityInsertions(), ...$unit->getScheduledEntityDeletions()] as $entity) {
            $this->notice($entity);
        }
        foreach ($unit->getScheduledEntityUpdates() as $entity) {
            $changed = array_keys($unit->getEntityChangeSet($entity));
            if (!$entity instanceof Photo || [] !== array_diff($changed, self::OF_ITS_GRADE)) {
                $this->notice($entity);
            }
            if ($entity instanceof Photo && \in_array('set', $changed, true)) {
                // Also the set that it has left.
                $this->announcements->gather('sets');
            }
        }
    }

    private function notice(object $entity): void
    {
        match (true) {
            $entity instanceof Photo => $this->announcements->gather('set', ['set' => $entity->set()->id()]),
            $entity instanceof PhotoSet => $this->announcements->gather('sets'),
            $entity instanceof OwnLook => $this->announcements->gather('looks'),
            $entity instanceof DeliveryPreset => $this->announcements->gather('presets'),
            $entity instanceof GradeVersion => $this->announcements->gather('versions', ['photo' => $entity->photo()->id()]),
            default => null,
        };
    }
}
