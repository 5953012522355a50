<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

/** What is delivered again and again, under a name. */
final readonly class DeliveryPresetView
{
    /**
     * @param list<Output> $outputs
     * @param string|null  $folder  name of a folder inside the one that is allowed
     */
    public function __construct(public int $id, public string $name, public array $outputs, public DeliverTo $to, public ?string $folder)
    {
    }
}
