<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Clock\DatePoint;

/** A look that the user has saved or brought in. */
#[ORM\Entity]
#[ORM\Table(name: 'own_look')]
class OwnLook
{
    use Removable;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /**
     * @param string $group what it is listed under; may be empty
     * @param string $look  as a look file, with its name
     */
    public function __construct(
        #[ORM\Column(length: 200)]
        private string $name,
        #[ORM\Column(name: 'shelf', length: 200)]
        private string $group,
        #[ORM\Column(type: 'text')]
        private string $look,
        #[ORM\Column(type: 'datetime_immutable')]
        private \DateTimeImmutable $madeAt = new DatePoint(),
    ) {
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The look has not been stored yet.');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function group(): string
    {
        return $this->group;
    }

    public function look(): string
    {
        return $this->look;
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function change(string $name, string $group, string $look): void
    {
        $this->name = $name;
        $this->group = $group;
        $this->look = $look;
    }
}
