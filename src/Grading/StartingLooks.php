<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Repository\KeptSettings;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** Which look imported photos begin with: one for all sets, another one or none for a set of its own. */
final readonly class StartingLooks
{
    private const FOR_ALL = 'starting-look';

    public function __construct(private EntityManagerInterface $entities, private KeptSettings $settings)
    {
    }

    /** The look that photos of a set begin with, as a look file; null for none. */
    public function inForce(PhotoSet $set): ?string
    {
        $look = $set->startingLook() ?? $this->settings->get(self::FOR_ALL);

        return '' === $look ? null : $look;
    }

    public function view(PhotoSet $set): StartingLookView
    {
        $from = match ($set->startingLook()) {
            null => StartsAs::AllSets,
            '' => StartsAs::Nothing,
            default => StartsAs::Own,
        };

        return new StartingLookView($from, self::name($this->inForce($set)), self::name($this->settings->get(self::FOR_ALL)));
    }

    /** @param Grade|null $look of its own; null keeps the one that it has */
    public function change(PhotoSet $set, StartsAs $as, ?Grade $look): void
    {
        if (StartsAs::Own === $as && null === $look && \in_array($set->startingLook(), [null, ''], true)) {
            throw new Refused('look: missing. Say which look photos are to begin with.');
        }
        $set->startWith(match ($as) {
            StartsAs::AllSets => null,
            StartsAs::Nothing => '',
            StartsAs::Own => null === $look ? $set->startingLook() : LookWriter::write($look),
        });
        $this->entities->flush();
    }

    /** @param Grade|null $look null for none */
    public function changeForAll(?Grade $look): void
    {
        $this->settings->set(self::FOR_ALL, null === $look ? null : LookWriter::write($look));
    }

    private static function name(?string $look): ?string
    {
        if (null === $look || '' === $look) {
            return null;
        }
        $name = LookJson::read($look)->name;

        return '' === $name ? 'Look' : $name;
    }
}
