<?php

declare(strict_types=1);

namespace Tovrin\App\Files;

/**
 * Names for files of one folder: what every disk takes, never two the same, whatever a disk makes of capitals and of letters with
 * accents.
 */
final class UniqueNames
{
    /** Disks count bytes, 255 mostly; what is not finished has some more in its name. */
    private const BYTES_MOST = 200;

    /** @var array<string, true> */
    private array $taken = [];
    private int $changed = 0;

    /** @param list<string> $taken names that are in use already */
    public function __construct(array $taken = [])
    {
        foreach ($taken as $name) {
            $this->taken[self::key($name)] = true;
        }
    }

    /**
     * The name itself, shortened at a whole character where it is too long, with a number where it is taken.
     *
     * @param string $ending behind it, with its full stop
     */
    public function give(string $name, string $ending = ''): string
    {
        $name = self::composed($name);
        $unique = self::shortened($name, $ending).$ending;
        for ($n = 2; isset($this->taken[self::key($unique)]); ++$n) {
            $unique = self::shortened($name, "-$n$ending")."-$n$ending";
        }
        $this->changed += $n > 2 ? 1 : 0;
        $this->taken[self::key($unique)] = true;

        return $unique;
    }

    /** How many names were given a number. */
    public function changed(): int
    {
        return $this->changed;
    }

    public static function areSame(string $one, string $other): bool
    {
        return self::key($one) === self::key($other);
    }

    private static function key(string $name): string
    {
        return mb_convert_case(self::composed($name), \MB_CASE_FOLD);
    }

    /** An accented letter may be one character or two (Unicode Standard Annex 15): always as one. */
    private static function composed(string $name): string
    {
        $composed = \Normalizer::normalize(mb_scrub($name), \Normalizer::FORM_C);

        return \is_string($composed) ? $composed : mb_scrub($name);
    }

    private static function shortened(string $name, string $behind): string
    {
        return mb_strcut($name, 0, self::BYTES_MOST - \strlen($behind));
    }
}
