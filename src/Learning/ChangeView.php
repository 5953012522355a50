<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Model\Study;
use Tovrin\Core\Reading\Pots;

/** What the newest stroke has changed most of what is caught. */
final readonly class ChangeView
{
    /** From this share of it on it is of one colour. */
    private const NEARLY_ALL = 0.85;

    /**
     * @param bool   $added   whether it was not caught before; else it was, and is not any more
     * @param string $name    of the pot that most of it is of
     * @param bool   $mostly  whether some of it is of others
     * @param float  $share   of the picture, 0 to 1
     * @param int    $columns of the mask
     * @param int    $rows    of the mask
     * @param string $mask    where it is: a bit each, row by row, the first in the highest bit; base64
     */
    private function __construct(public bool $added, public string $name, public bool $mostly, public float $share, public int $columns, public int $rows, public string $mask)
    {
    }

    /** @return self|null null when it changed next to nothing */
    public static function of(Change $change, Pots $pots, Study $study): ?self
    {
        $pixels = $change->largest();
        $counts = Change::byPot($pixels, $pots, $study);
        $pot = array_key_first($counts);

        return null === $pot ? null : new self($change->isMoreAddedThanLost(), $pots->names[$pot], $counts[$pot] < self::NEARLY_ALL * \count($pixels), \count($pixels) / $study->count(), $study->columns, $study->rows, Change::mask($pixels, $study));
    }
}
