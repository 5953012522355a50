<?php

declare(strict_types=1);

namespace Tovrin\App\Repository;

use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;

/** Sets and their photos. */
final readonly class Sets
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<PhotoSet> oldest first */
    public function all(): array
    {
        return $this->entities->getRepository(PhotoSet::class)->findBy([], ['id' => 'ASC']);
    }

    public function set(int $id): ?PhotoSet
    {
        return $this->entities->find(PhotoSet::class, $id);
    }

    public function photo(int $id): ?Photo
    {
        return $this->entities->find(Photo::class, $id);
    }

    public function create(string $name): PhotoSet
    {
        $set = new PhotoSet($name);
        $this->entities->persist($set);
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
        $this->entities->remove($photo);
        $this->entities->flush();
    }
}
