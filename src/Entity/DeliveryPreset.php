<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** What is delivered again and again: kinds of files, their names and where they go, under a name. */
#[ORM\Entity]
#[ORM\Table(name: 'delivery_preset')]
class DeliveryPreset
{
    use Removable;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /** @param string $body what is wanted, as JSON */
    public function __construct(
        #[ORM\Column(length: 200)]
        private string $name,
        #[ORM\Column(type: 'text')]
        private string $body,
    ) {
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The preset has not been stored yet.');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function body(): string
    {
        return $this->body;
    }

    public function change(string $name, string $body): void
    {
        $this->name = $name;
        $this->body = $body;
    }
}
