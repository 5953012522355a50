<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** Moves made for a photo, or fitted to it. */
final readonly class LookView implements \JsonSerializable
{
    /** @param list<string> $words what there is to know about them, in whole sentences */
    public function __construct(public Grade $look, public array $words = [])
    {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['look' => LookWriter::data($this->look), 'words' => $this->words];
    }
}
