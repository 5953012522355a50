<?php

declare(strict_types=1);

namespace Tovrin\App\Repository;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoOrder;
use Tovrin\App\Entity\PhotoSet;

/** Sets and their photos. What is removed stays for some days and can be brought back; see Housekeeping. */
final readonly class Sets
{
    public function __construct(private EntityManagerInterface $entities, private Connection $connection)
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

    public function change(PhotoSet $set, ?string $name, ?PhotoOrder $order): PhotoSet
    {
        null === $name || $set->rename($name);
        null === $order || $set->sortBy($order->value);
        $this->entities->flush();

        return $set;
    }

    /** @return list<Photo> in their order, without those taken out */
    public function photos(PhotoSet $set): array
    {
        $photos = $this->entities->getRepository(Photo::class)->findBy(['set' => $set, 'removedAt' => null], ['id' => 'ASC']);
        $by = match (PhotoOrder::from($set->sorted())) {
            PhotoOrder::Arrival => null,
            // As people count: bowl-2 before bowl-10.
            PhotoOrder::Name => static fn (Photo $one, Photo $other): int => strnatcasecmp($one->name(), $other->name()),
            PhotoOrder::Taken => static fn (Photo $one, Photo $other): int => [null === $one->takenAt(), $one->takenAt(), $one->name()] <=> [null === $other->takenAt(), $other->takenAt(), $other->name()],
            PhotoOrder::Hand => static fn (Photo $one, Photo $other): int => $one->position() <=> $other->position(),
        };
        null === $by || usort($photos, $by);

        return $photos;
    }

    /** @return array<int, int> photos of each set, without those taken out */
    public function counts(): array
    {
        /** @var array<int, int> $counts */
        $counts = $this->connection->fetchAllKeyValue('SELECT set_id, COUNT(*) FROM photo WHERE removed_at IS NULL GROUP BY set_id');

        return $counts;
    }

    /**
     * Orders a set by hand.
     *
     * @param list<int> $ids photos in their new order; those not named come behind, as they stood
     */
    public function arrange(PhotoSet $set, array $ids): void
    {
        $place = array_flip($ids);
        $photos = $this->photos($set);
        foreach ($photos as $index => $photo) {
            $photo->standAt((float) ($place[$photo->id()] ?? \count($ids) + $index));
        }
        $set->sortBy(PhotoOrder::Hand->value);
        $this->entities->flush();
    }

    /**
     * Photos by number, those that are there.
     *
     * @param list<int> $ids
     *
     * @return list<Photo> in the order given
     */
    public function some(array $ids, bool $removedToo = false): array
    {
        $found = [];
        foreach (array_chunk($ids, 500) as $some) {
            foreach ($this->entities->getRepository(Photo::class)->findBy(['id' => $some]) as $photo) {
                $found[$photo->id()] = $photo;
            }
        }
        $wanted = array_map(static fn (int $id): ?Photo => $found[$id] ?? null, array_values(array_unique($ids)));

        return array_values(array_filter($wanted, static fn (?Photo $photo): bool => null !== $photo && ($removedToo || !$photo->isRemoved())));
    }

    /** @param list<Photo> $photos */
    public function moveTo(PhotoSet $set, array $photos): void
    {
        foreach ($photos as $photo) {
            $photo->moveTo($set);
        }
        $this->entities->flush();
    }

    public function renamePhoto(Photo $photo, string $name): void
    {
        $photo->rename($name);
        $this->entities->flush();
    }

    /** @return list<Photo> whose small pictures were drawn after a time, in milliseconds */
    public function drawnAfter(PhotoSet $set, int $time): array
    {
        /** @var list<Photo> $photos */
        $photos = $this->entities->createQuery('SELECT p FROM '.Photo::class.' p WHERE p.set = ?1 AND p.removedAt IS NULL AND p.drawnAt > ?2')->setParameter(1, $set)->setParameter(2, $time)->getResult();

        return $photos;
    }

    /** How many small pictures of a set are still to be drawn. */
    public function behind(PhotoSet $set): int
    {
        $count = $this->connection->fetchOne('SELECT COUNT(*) FROM photo WHERE set_id = ? AND removed_at IS NULL AND COALESCE(drawn, 0) <> revision', [$set->id()]);

        return is_numeric($count) ? (int) $count : 0;
    }

    /** @param (\Closure(Photo): void)|null $with what is to happen together with it, or not at all */
    public function add(Photo $photo, ?\Closure $with = null): void
    {
        $this->connection->transactional(function () use ($photo, $with): void {
            $this->entities->persist($photo);
            $this->entities->flush();
            // Behind all that are there, also when they are ordered by hand.
            $this->connection->executeStatement('UPDATE photo SET position = 1 + (SELECT MAX(position) FROM photo WHERE set_id = ?) WHERE id = ?', [$photo->set()->id(), $photo->id()]);
            $this->entities->refresh($photo);
            null === $with || $with($photo);
            $this->entities->flush();
        });
    }

    /** @param list<Photo> $photos */
    public function remove(array $photos, bool $removed = true): void
    {
        foreach ($photos as $photo) {
            $photo->remove($removed ? new DatePoint() : null);
        }
        $this->entities->flush();
    }

    public function removeSet(PhotoSet $set): void
    {
        $set->remove(new DatePoint());
        $this->entities->flush();
    }

    public function restoreSet(int $id): ?PhotoSet
    {
        $set = $this->entities->find(PhotoSet::class, $id);
        $set?->remove(null);
        $this->entities->flush();

        return $set;
    }
}
