<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** What a photo holds before anything is done to it. */
final readonly class SourceView
{
    /** @param list<PotView> $pots */
    public function __construct(public array $pots, public PlanesView $planes, public ScopesView $scopes)
    {
    }
}
