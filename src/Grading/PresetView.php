<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** A look to begin with. */
final readonly class PresetView implements \JsonSerializable
{
    /** @param string $group what it is for */
    public function __construct(public string $group, public Grade $look)
    {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['group' => $this->group, 'look' => LookWriter::data($this->look)];
    }
}
