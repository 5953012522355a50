<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Choosing;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Reach\Reach;

final readonly class ReachView implements \JsonSerializable
{
    public function __construct(public Reach $reach)
    {
    }

    /** @return array{reach: array<string, mixed>} */
    public function jsonSerialize(): array
    {
        return ['reach' => LookWriter::reach($this->reach)];
    }
}
