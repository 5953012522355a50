<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Entity\GradeVersion;
use Tovrin\App\Entity\Photo;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** States of grades that were kept under a name. */
final readonly class Versions
{
    public function __construct(private EntityManagerInterface $entities, private Grades $grades, private Tables $tables)
    {
    }

    /** @return list<GradeVersion> in the order they were kept */
    public function of(Photo $photo): array
    {
        return $this->entities->getRepository(GradeVersion::class)->findBy(['photo' => $photo, 'removedAt' => null], ['id' => 'ASC']);
    }

    /** Null when it does not exist any more, or its photo. */
    public function version(int $id, bool $removedToo = false): ?GradeVersion
    {
        $version = $this->entities->find(GradeVersion::class, $id);

        return null === $version || $version->photo()->isRemoved() || ($version->isRemoved() && !$removedToo) ? null : $version;
    }

    /**
     * Keeps the grade in force.
     *
     * @param string $name may be empty: it is counted then
     *
     * @throws StaleRevision when it is not the one the user sees
     */
    public function keep(Photo $photo, int $basedOn, string $name): GradeVersion
    {
        $look = $this->grades->lookAt($photo, $basedOn);
        $version = new GradeVersion($photo, '' === trim($name) ? $this->nextName($photo) : trim($name), $look);
        $this->entities->persist($version);
        $this->entities->flush();

        return $version;
    }

    public function rename(GradeVersion $version, string $name): void
    {
        $version->rename($name);
        $this->entities->flush();
    }

    /** Takes it away, or brings it back. */
    public function remove(GradeVersion $version, bool $removed): void
    {
        $version->remove($removed ? new DatePoint() : null);
        $this->entities->flush();
    }

    public function grade(GradeVersion $version): Grade
    {
        return LookJson::read($version->look(), $this->tables);
    }

    /**
     * Names of the versions that photos' grades are at just now.
     *
     * @param array<int, string> $looks the grades in force, by photo
     *
     * @return array<int, string> by photo; where a grade is at no version there is none
     */
    public function namesOf(array $looks): array
    {
        $names = [];
        foreach (array_chunk(array_keys($looks), 500) as $photos) {
            foreach ($this->entities->getRepository(GradeVersion::class)->findBy(['photo' => $photos, 'removedAt' => null]) as $version) {
                $photo = $version->photo()->id();
                if (($looks[$photo] ?? null) === $version->look()) {
                    $names[$photo] = $version->name();
                }
            }
        }

        return $names;
    }

    private function nextName(Photo $photo): string
    {
        $names = array_map(static fn (GradeVersion $version): string => $version->name(), $this->of($photo));
        for ($n = 1; \in_array('Version '.$n, $names, true);) {
            ++$n;
        }

        return 'Version '.$n;
    }
}
