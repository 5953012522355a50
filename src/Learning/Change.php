<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Model\Study;
use Tovrin\Core\Reading\Pots;

/** What a stroke has changed of what is caught of a photo. */
final readonly class Change
{
    /** Less of the photo than this is not worth a word. */
    private const LEAST = 0.004;

    /**
     * @param list<bool> $caught by pixel of the study, after the stroke
     * @param list<int>  $added  pixels that were not caught before
     * @param list<int>  $lost   pixels that were
     */
    private function __construct(public array $caught, public array $added, public array $lost)
    {
    }

    /** @param LearningResult|null $before null for a first stroke */
    public static function between(?LearningResult $before, LearningResult $after, Study $study): self
    {
        $was = null === $before ? array_fill(0, $study->count(), false) : self::caught($before, $study);
        $is = self::caught($after, $study);
        $added = $lost = [];
        foreach ($is as $pixel => $caught) {
            if ($caught !== $was[$pixel]) {
                $caught ? $added[] = $pixel : $lost[] = $pixel;
            }
        }

        return new self($is, $added, $lost);
    }

    /** @return list<int> the larger of what was added and what was lost; nothing where neither is worth a word */
    public function largest(): array
    {
        $larger = \count($this->added) >= \count($this->lost) ? $this->added : $this->lost;

        return \count($larger) < self::LEAST * \count($this->caught) ? [] : $larger;
    }

    public function isMoreAddedThanLost(): bool
    {
        return \count($this->added) >= \count($this->lost);
    }

    /**
     * Pixels by the pot they are of, most first.
     *
     * @param list<int> $pixels
     *
     * @return array<int, int> how many, by pot
     */
    public static function byPot(array $pixels, Pots $pots, Study $study): array
    {
        $of = $pots->ofPixels($study);
        $counts = [];
        foreach ($pixels as $pixel) {
            $counts[$of[$pixel]] = ($counts[$of[$pixel]] ?? 0) + 1;
        }
        arsort($counts);

        return $counts;
    }

    /**
     * Pixels as bits, row by row, the first in the highest bit; base64.
     *
     * @param list<int> $pixels
     */
    public static function mask(array $pixels, Study $study): string
    {
        $bytes = str_repeat("\0", intdiv($study->count() + 7, 8));
        foreach ($pixels as $pixel) {
            $bytes[$pixel >> 3] = \chr(\ord($bytes[$pixel >> 3]) | 128 >> ($pixel & 7));
        }

        return base64_encode($bytes);
    }

    /** @return list<bool> by pixel */
    private static function caught(LearningResult $result, Study $study): array
    {
        $sums = $result->learner->sums($result->learned);
        $caught = [];
        foreach ($study->at as $node) {
            $caught[] = $node >= 0 && $result->learned->ramp($sums[$node]) >= 0.5;
        }

        return $caught;
    }
}
