<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Delivery\DeliveryPresets;
use Tovrin\App\Delivery\DeliveryPresetView;
use Tovrin\App\Delivery\KeepPreset;

/** What is delivered again and again: kept, changed, removed. */
#[AsController]
final readonly class DeliveryPresetController
{
    public function __construct(private DeliveryPresets $presets)
    {
    }

    /** @return list<DeliveryPresetView> by name */
    #[Route('/api/delivery-presets', methods: ['GET'])]
    public function list(): array
    {
        return array_map($this->presets->view(...), $this->presets->all());
    }

    #[Route('/api/delivery-presets', methods: ['POST'])]
    #[Status(201)]
    public function keep(#[JsonBody] KeepPreset $body): DeliveryPresetView
    {
        return $this->presets->view($this->presets->keep($body));
    }

    /** Puts other wishes, or another name, in its place. */
    #[Route('/api/delivery-presets/{id<\d+>}', methods: ['PUT'])]
    public function change(int $id, #[JsonBody] KeepPreset $body): DeliveryPresetView
    {
        return $this->presets->view($this->presets->keep($body, $this->presets->preset($id)));
    }

    /** Removes a preset. It can be brought back for some days. */
    #[Route('/api/delivery-presets/{id<\d+>}', methods: ['DELETE'])]
    public function remove(int $id): Response
    {
        $this->presets->remove($this->presets->preset($id));

        return new Response('', 204);
    }

    /** Brings a removed preset back. */
    #[Route('/api/delivery-presets/{id<\d+>}/restore', methods: ['POST'])]
    public function restore(int $id): DeliveryPresetView
    {
        $preset = $this->presets->preset($id, true);
        $this->presets->remove($preset, false);

        return $this->presets->view($preset);
    }
}
