<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

/** Where planes are surely 0 or surely 1, so that nothing has to be looked up between. */
final readonly class PlaneSureness
{
    public const NONE = '0';
    public const ALL = '1';
    public const BETWEEN = '*';

    /** @param list<list<array{string, int, int, int}>> $factors of each plane: bytes that are all "\0" or all "\xFF" where it is sure, bytes in a row, points across and down */
    public function __construct(private array $factors)
    {
    }

    /**
     * What the planes are in a part of the picture.
     *
     * @param float $left in shares of the width, 0…1
     * @param float $top  in shares of the height
     *
     * @return string NONE, ALL or BETWEEN for each plane
     */
    public function of(float $left, float $top, float $right, float $bottom): string
    {
        $answer = '';
        foreach ($this->factors as $factors) {
            $plane = self::ALL;
            foreach ($factors as $factor) {
                $own = self::factor($factor, $left, $top, $right, $bottom);
                if (self::NONE === $own) {
                    $plane = self::NONE;
                    break;
                }
                $plane = self::BETWEEN === $own ? self::BETWEEN : $plane;
            }
            $answer .= $plane;
        }

        return $answer;
    }

    /** @param array{string, int, int, int} $factor */
    private static function factor(array $factor, float $left, float $top, float $right, float $bottom): string
    {
        [$bytes, $stride, $width, $height] = $factor;
        // One point further on every side: pixels lie between points.
        $first = max(0, (int) floor($left * $width - 0.5) - 1);
        $last = min($width - 1, (int) ceil($right * $width - 0.5) + 1);
        $each = intdiv($stride, $width);
        $length = ($last - $first + 1) * $each;
        $lower = min($height - 1, (int) ceil($bottom * $height - 0.5) + 1);
        $kind = null;
        for ($row = max(0, (int) floor($top * $height - 0.5) - 1); $row <= $lower; ++$row) {
            $at = $row * $stride + $first * $each;
            $byte = $bytes[$at];
            if (("\0" !== $byte && "\xFF" !== $byte) || ($kind ?? $byte) !== $byte || strspn($bytes, $byte, $at, $length) !== $length) {
                return self::BETWEEN;
            }
            $kind = $byte;
        }

        return "\xFF" === $kind ? self::ALL : self::NONE;
    }
}
