<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;

/** Where a photo's colours lie in OKLab, and where a grade takes them. */
final readonly class CloudReader
{
    /** Parts of one unit of L, a or b that places are told in. */
    private const UNIT = 32_000.0;
    /** A prime that no count of colours is a multiple of: taken so many places on, the first ones are spread over the photo as all are. */
    private const STRIDE = 99_991;

    public function __construct(private PhotoColours $colours)
    {
    }

    /**
     * @param string|null $watch id of the move whose reach is lit
     *
     * @return string in an order in which the first so many stand for all: for each colour L, a, b before and L, a, b after, as 16-bit integers of 1/32000, least significant first; then for each colour red, green,
     *                blue before, red, green, blue after and how much the watched move reaches it, a byte each
     */
    public function read(Photo $photo, Grade $grade, ?string $watch): string
    {
        $placed = $this->colours->placedSamples($photo);
        $at = $grade->indexOf($watch);
        $watched = null === $at ? [] : [$at];
        $evaluation = Evaluator::evaluate($grade, new Colours($placed->colours), $watched, $placed->planes($grade, $watched));
        [$places, $bytes] = ['', ''];
        $weights = null === $at ? null : $evaluation->weights[$at];
        $before = self::columns($placed->colours);
        $after = self::columns($evaluation->colours);
        $count = \count($before[0]);
        for ($k = 0; $k < $count; ++$k) {
            $i = $k * self::STRIDE % $count;
            $places .= pack('v6', $before[0][$i], $before[1][$i], $before[2][$i], $after[0][$i], $after[1][$i], $after[2][$i]);
            $bytes .= pack('C7', $before[3][$i], $before[4][$i], $before[5][$i], $after[3][$i], $after[4][$i], $after[5][$i], null === $weights ? 255 : (int) round(255.0 * $weights[$i]));
        }

        return $places.$bytes;
    }

    /**
     * @param ColourBlock $rgb encoded sRGB
     *
     * @return array{list<int>, list<int>, list<int>, list<int>, list<int>, list<int>} L, a, b in parts of a unit; red, green, blue in levels of 8 bits
     */
    private static function columns(ColourBlock $rgb): array
    {
        $lab = $rgb->in(OkLab::class);

        return [self::parts($lab->a), self::parts($lab->b), self::parts($lab->c), self::levels($rgb->a), self::levels($rgb->b), self::levels($rgb->c)];
    }

    /**
     * @param array<int, float> $values
     *
     * @return list<int> negative ones as two's complement, which is what an unsigned word of them holds
     */
    private static function parts(array $values): array
    {
        $parts = [];
        foreach ($values as $value) {
            $parts[] = (int) round(self::UNIT * max(-1.0, min(1.0, $value))) & 0xFFFF;
        }

        return $parts;
    }

    /**
     * @param array<int, float> $values
     *
     * @return list<int>
     */
    private static function levels(array $values): array
    {
        $levels = [];
        foreach ($values as $value) {
            $levels[] = (int) round(255.0 * max(0.0, min(1.0, $value)));
        }

        return $levels;
    }
}
