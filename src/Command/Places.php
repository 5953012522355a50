<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Tovrin\App\Exception\UsageError;

/** Places in a picture as commands take them: "x,y x,y …", shares of width and height. */
final class Places
{
    /**
     * @return list<array{0: float, 1: float}> what lies far beside the picture is brought nearer
     *
     * @throws UsageError naming the option and the place
     */
    public static function of(string $text, string $option): array
    {
        $places = [];
        foreach ('' === trim($text) ? [] : (preg_split('/\s+/', trim($text)) ?: []) as $place) {
            if (1 !== preg_match('/^(-?[\d.]+),(-?[\d.]+)$/D', $place, $numbers) || !is_numeric($numbers[1]) || !is_numeric($numbers[2])) {
                throw new UsageError(\sprintf('--%s: "%s" is no place. Write places as x,y with numbers from 0 to 1, for example 0.4,0.55.', $option, $place));
            }
            $places[] = [max(-1.0, min(2.0, (float) $numbers[1])), max(-1.0, min(2.0, (float) $numbers[2]))];
        }

        return $places;
    }
}
