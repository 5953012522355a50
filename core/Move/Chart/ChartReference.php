<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

/** What a chart's patches should be, and how they lie: row by row from its upper left corner. */
final readonly class ChartReference
{
    /** Patches of the largest charts (common practice). */
    public const PATCHES_MOST = 300;

    /**
     * @param list<string>                                     $names by patch
     * @param list<array{0: float, 1: float, 2: float}>        $labs  CIE Lab under D50, by patch
     * @param int                                              $columns in which they lie; 0 where the file does not say
     */
    public function __construct(public string $title, public array $names, public array $labs, public int $columns)
    {
    }

    public function rows(): int
    {
        return 0 === $this->columns ? 0 : intdiv(\count($this->names), $this->columns);
    }

    /** @throws \InvalidArgumentException when they do not fill so many columns */
    public function in(int $columns): self
    {
        if ($columns < 1 || 0 !== \count($this->names) % $columns) {
            throw new \InvalidArgumentException(\sprintf('%d patches do not fill %d columns. Say how many columns the chart has.', \count($this->names), $columns));
        }

        return new self($this->title, $this->names, $this->labs, $columns);
    }
}
