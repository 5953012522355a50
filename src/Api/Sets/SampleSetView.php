<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

/** The sample set that comes with Tovrin. */
final readonly class SampleSetView
{
    /**
     * @param string       $name  of the set
     * @param list<string> $files its photos, in order
     */
    public function __construct(public string $name, public array $files)
    {
    }
}
