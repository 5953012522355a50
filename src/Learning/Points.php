<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

/** Looks whether lists of points are what they say. One loop instead of a constraint for each number: a stroke has hundreds. */
final class Points
{
    /**
     * @param array<mixed> $points as they came
     *
     * @return string|null what is wrong with them
     */
    public static function wrong(array $points, int $most): ?string
    {
        if ([] === $points || \count($points) > $most) {
            return \sprintf('must be a list of 1 to %d points.', $most);
        }
        foreach ($points as $point) {
            if (!\is_array($point) || !isset($point[0], $point[1]) || !self::isNumber($point[0]) || !self::isNumber($point[1])) {
                return 'each point is a pair of numbers.';
            }
        }

        return null;
    }

    private static function isNumber(mixed $value): bool
    {
        return \is_int($value) || (\is_float($value) && is_finite($value));
    }
}
