<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\DatePoint;
use Symfony\Component\Serializer\SerializerInterface;
use Tovrin\App\Entity\DeliveryPreset;
use Tovrin\App\Exception\NotFound;

/** What is delivered again and again, kept under names. */
final readonly class DeliveryPresets
{
    public function __construct(private EntityManagerInterface $entities, private SerializerInterface $serializer)
    {
    }

    /** @return list<DeliveryPreset> by name */
    public function all(): array
    {
        $all = $this->entities->getRepository(DeliveryPreset::class)->findBy(['removedAt' => null]);
        usort($all, static fn (DeliveryPreset $one, DeliveryPreset $other): int => strnatcasecmp($one->name(), $other->name()));

        return $all;
    }

    /** @throws NotFound */
    public function preset(int $id, bool $removedToo = false): DeliveryPreset
    {
        $preset = $this->entities->find(DeliveryPreset::class, $id);

        return null === $preset || ($preset->isRemoved() && !$removedToo) ? throw NotFound::of('preset') : $preset;
    }

    public function keep(KeepPreset $wanted, ?DeliveryPreset $over = null): DeliveryPreset
    {
        $name = trim($wanted->name);
        $body = $this->serializer->serialize($wanted, 'json');
        $preset = $over ?? new DeliveryPreset($name, $body);
        $preset->change($name, $body);
        $this->entities->persist($preset);
        $this->entities->flush();

        return $preset;
    }

    /** Takes it away, or brings it back. */
    public function remove(DeliveryPreset $preset, bool $removed = true): void
    {
        $preset->remove($removed ? new DatePoint() : null);
        $this->entities->flush();
    }

    public function view(DeliveryPreset $preset): DeliveryPresetView
    {
        $kept = $this->serializer->deserialize($preset->body(), KeepPreset::class, 'json');

        return new DeliveryPresetView($preset->id(), $preset->name(), $kept->outputs, $kept->to, $kept->folder);
    }
}
