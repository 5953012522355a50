<?php

declare(strict_types=1);

namespace Tovrin\App\Repository;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Entity\OwnLook;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** The looks of the user's own. */
final readonly class OwnLooks
{
    /** Characters of a name. */
    private const NAME_MOST = 200;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<OwnLook> by group and name */
    public function all(): array
    {
        return $this->entities->getRepository(OwnLook::class)->findBy(['removedAt' => null], ['group' => 'ASC', 'name' => 'ASC', 'id' => 'ASC']);
    }

    /** Null when it no longer exists. */
    public function look(int $id, bool $removedToo = false): ?OwnLook
    {
        $look = $this->entities->find(OwnLook::class, $id);

        return null === $look || ($look->isRemoved() && !$removedToo) ? null : $look;
    }

    /** Saves a look under its own name; a name that is taken gets a number. */
    public function save(Grade $look, string $group): OwnLook
    {
        return $this->saveAll([[$look, $group]])[0];
    }

    /**
     * Saves looks as save() does, all of them or none.
     *
     * @param list<array{Grade, string}> $looks each with its group
     *
     * @return ($looks is non-empty-list ? non-empty-list<OwnLook> : list<OwnLook>)
     */
    public function saveAll(array $looks): array
    {
        $taken = [];
        foreach ($this->all() as $own) {
            $taken[mb_strtolower($own->name())] = true;
        }
        $saved = [];
        foreach ($looks as [$look, $group]) {
            $wanted = mb_substr('' === trim($look->name) ? 'Look' : trim($look->name), 0, self::NAME_MOST);
            $name = $wanted;
            for ($n = 2; isset($taken[mb_strtolower($name)]); ++$n) {
                $name = mb_substr($wanted, 0, self::NAME_MOST - \strlen(" $n"))." $n";
            }
            $taken[mb_strtolower($name)] = true;
            $own = new OwnLook($name, trim($group), LookWriter::write($look->named($name)));
            $this->entities->persist($own);
            $saved[] = $own;
        }
        $this->entities->flush();

        return $saved;
    }

    public function change(OwnLook $own, Grade $look, string $group): void
    {
        $own->change($look->name, trim($group), LookWriter::write($look));
        $this->entities->flush();
    }

    /** Takes it away, or brings it back. */
    public function remove(OwnLook $own, bool $removed): void
    {
        $own->remove($removed ? new DatePoint() : null);
        $this->entities->flush();
    }
}
