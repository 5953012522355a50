<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** A move that puts colours right by a chart, and how near it brings each patch, in ΔE00. */
final readonly class ChartView implements \JsonSerializable
{
    /**
     * @param Grade           $look    with the move alone
     * @param list<PatchView> $patches row by row
     */
    public function __construct(public Grade $look, public array $patches, public float $meanBefore, public float $meanAfter, public float $worstAfter)
    {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['look' => LookWriter::data($this->look), 'patches' => $this->patches, 'meanBefore' => $this->meanBefore, 'meanAfter' => $this->meanAfter, 'worstAfter' => $this->worstAfter];
    }
}
