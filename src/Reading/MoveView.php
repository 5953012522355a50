<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\Core\Reading\MoveSummary;

/** What one move does to one photo. */
final readonly class MoveView
{
    /**
     * @param string      $id      the move's
     * @param float       $reached share of the picture its reach takes in, 0 to 1
     * @param float       $changed share of the picture it changes noticeably, 0 to 1
     * @param string|null $before  `#rrggbb` of what it changes most; null when nothing changes
     * @param string|null $after   what that becomes
     */
    private function __construct(public string $id, public float $reached, public float $changed, public ?string $before, public ?string $after)
    {
    }

    public static function of(string $id, MoveSummary $summary): self
    {
        return new self($id, $summary->reached, $summary->changed, $summary->before, $summary->after);
    }
}
