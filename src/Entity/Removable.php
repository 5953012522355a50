<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** What can be removed and brought back until it is cleared away; see Server\Housekeeping. */
trait Removable
{
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $removedAt = null;

    public function isRemoved(): bool
    {
        return null !== $this->removedAt;
    }

    public function remove(?\DateTimeImmutable $at): void
    {
        $this->removedAt = $at;
    }
}
