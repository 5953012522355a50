<?php

declare(strict_types=1);

namespace Tovrin\App\Choosing;

use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Photo\PhotoColours;

/** Studies photos ahead of need, when there is nothing else to do. */
final class Studies
{
    /** Seconds between looks for photos that want studying. */
    private const EVERY = 1.0;

    private float $next = 0.0;
    /** @var array<int, true> photos that are done with, or could not be studied */
    private array $seen = [];

    public function __construct(private readonly EntityManagerInterface $entities, private readonly PhotoColours $colours)
    {
    }

    /**
     * Studies one photo, if one wants it.
     *
     * @param callable(string): void $say
     */
    public function one(callable $say): bool
    {
        $now = microtime(true);
        if ($now < $this->next) {
            return false;
        }
        $this->next = $now + self::EVERY;
        /** @var list<array{id: int}> $rows */
        $rows = $this->entities->createQuery('SELECT p.id FROM '.Photo::class.' p WHERE p.removedAt IS NULL ORDER BY p.id DESC')->getResult();
        foreach ($rows as ['id' => $id]) {
            if (isset($this->seen[$id])) {
                continue;
            }
            $this->seen[$id] = true;
            $photo = $this->entities->find(Photo::class, $id);
            if (null === $photo || $this->colours->isStudied($photo)) {
                continue;
            }
            try {
                $this->colours->pots($photo);
                $say(\sprintf('Studied "%s"', $photo->name()));
            } catch (\Throwable $e) {
                // Whoever needs it will be told.
                $say(\sprintf('"%s" could not be studied: %s', $photo->name(), $e->getMessage()));
            }
            $this->next = 0.0;

            return true;
        }

        return false;
    }
}
