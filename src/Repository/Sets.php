<?php

declare(strict_types=1);

namespace Tovrin\App\Repository;

use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;

/** Sets and their photos. What is removed stays for some days and can be brought back; see Housekeeping. */
final readonly class Sets
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<PhotoSet> oldest first */
    public function all(): array
    {
        return $this->entities->getRepository(PhotoSet::class)->findBy(['removedAt' => null], ['id' => 'ASC']);
    }

    public function set(int $id): ?PhotoSet
    {
        $set = $this->entities->find(PhotoSet::class, $id);

        return null === $set || $set->isRemoved() ? null : $set;
    }

    public function photo(int $id): ?Photo
    {
        $photo = $this->entities->find(Photo::class, $id);

        return null === $photo || $photo->isRemoved() ? null : $photo;
    }

    public function create(string $name): PhotoSet
    {
        $set = new PhotoSet($name);
        $this->entities->persist($set);
        $this->entities->flush();

        return $set;
    }

    public function rename(PhotoSet $set, string $name): PhotoSet
    {
        $set->rename($name);
        $this->entities->flush();

        return $set;
    }

    public function add(Photo $photo): void
    {
        $this->entities->persist($photo);
        $this->entities->flush();
    }

    public function remove(Photo $photo): void
    {
        $photo->remove(new \DateTimeImmutable());
        $this->entities->flush();
    }

    public function removeSet(PhotoSet $set): void
    {
        $set->remove(new \DateTimeImmutable());
        $this->entities->flush();
    }

    /** @return Photo|null null when it has been cleared away, or its set is gone */
    public function restorePhoto(int $id): ?Photo
    {
        $photo = $this->entities->find(Photo::class, $id);
        $photo?->remove(null);
        $this->entities->flush();

        return null === $photo || $photo->isRemoved() ? null : $photo;
    }

    public function restoreSet(int $id): ?PhotoSet
    {
        $set = $this->entities->find(PhotoSet::class, $id);
        $set?->remove(null);
        $this->entities->flush();

        return $set;
    }
}
