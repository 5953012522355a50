<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Metadata;

/**
 * Directories of tags, as TIFF files and EXIF data have them: read, changed in place, written.
 *
 * Source: TIFF revision 6.0 (1992), section 2; CIPA DC-008 (Exif).
 */
final readonly class TagDirectory
{
    /** Bytes of a value of each type. */
    private const SIZES = [1 => 1, 2 => 1, 3 => 2, 4 => 4, 5 => 8, 6 => 1, 7 => 1, 8 => 2, 9 => 4, 10 => 8, 11 => 4, 12 => 8, 13 => 4];
    private const ENTRIES_MOST = 1000;
    /** Longer values are no description of a photo. */
    private const VALUE_MOST = 4_000_000;

    /**
     * @param bool                                                                 $little whether the least significant byte comes first
     * @param array<int, array{type: int, count: int, value: string, at: int}> $entries by tag; `at` is where the entry itself stands
     * @param int                                                                  $next   where the next directory is; 0 is none
     * @param int                                                                  $nextAt where that is said
     * @param bool $lacks whether a value lies beyond the end
     */
    private function __construct(public bool $little, public array $entries, public int $next, public int $nextAt, public bool $lacks)
    {
    }

    /**
     * The first directory of a TIFF structure; null when it is none.
     *
     * @param \Closure(int, int): string $read bytes from a place on, so many; fewer at the end
     */
    public static function first(\Closure $read): ?self
    {
        $head = $read(0, 8);
        $little = str_starts_with($head, "II*\0");
        if (8 !== \strlen($head) || (!$little && !str_starts_with($head, "MM\0*"))) {
            return null;
        }

        return self::at($read, self::unsigned($head, 4, 4, $little), $little);
    }

    /** The first directory of a file; null when it has none. */
    public static function ofFile(string $path): ?self
    {
        $file = @fopen($path, 'r');
        $first = false === $file ? null : self::first(self::reader($file));
        if (false !== $file) {
            fclose($file);
        }

        return $first;
    }

    /**
     * @param resource $file
     *
     * @return \Closure(int, int): string
     */
    public static function reader($file): \Closure
    {
        return static fn (int $at, int $length): string => $length > 0 && $at >= 0 && 0 === fseek($file, $at) ? (string) fread($file, $length) : '';
    }

    /**
     * A directory at a place; null when there is none.
     *
     * @param \Closure(int, int): string $read
     */
    public static function at(\Closure $read, int $place, bool $little): ?self
    {
        $count = $place < 8 ? 0 : self::unsigned($read($place, 2), 0, 2, $little);
        $table = 0 === $count || $count > self::ENTRIES_MOST ? '' : $read($place + 2, 12 * $count + 4);
        if (\strlen($table) < 12 * $count || '' === $table) {
            return null;
        }
        $entries = [];
        $lacks = false;
        for ($i = 0; $i < $count; ++$i) {
            $type = self::unsigned($table, 12 * $i + 2, 2, $little);
            $values = self::unsigned($table, 12 * $i + 4, 4, $little);
            $length = (self::SIZES[$type] ?? 0) * $values;
            if ($length < 1 || $length > self::VALUE_MOST) {
                continue;
            }
            $value = $length <= 4 ? substr($table, 12 * $i + 8, $length) : $read(self::unsigned($table, 12 * $i + 8, 4, $little), $length);
            $lacks = $lacks || \strlen($value) < $length;
            if (\strlen($value) === $length) {
                $entries[self::unsigned($table, 12 * $i, 2, $little)] = ['type' => $type, 'count' => $values, 'value' => $value, 'at' => $place + 2 + 12 * $i];
            }
        }

        return new self($little, $entries, self::unsigned($table, 12 * $count, 4, $little), $place + 2 + 12 * $count, $lacks);
    }

    /** Another directory that a tag of this one points to. */
    public function under(int $tag, \Closure $read): ?self
    {
        $place = $this->number($tag);

        return null === $place ? null : self::at($read, $place, $this->little);
    }

    /** A whole number, of the tag's first value. */
    public function number(int $tag): ?int
    {
        $entry = $this->entries[$tag] ?? null;

        return null !== $entry && \in_array($entry['type'], [1, 3, 4, 13], true) ? self::unsigned($entry['value'], 0, self::SIZES[$entry['type']], $this->little) : null;
    }

    /**
     * All whole numbers of a tag.
     *
     * @return list<int>
     */
    public function numbers(int $tag): array
    {
        $entry = $this->entries[$tag] ?? null;
        $form = [3 => $this->little ? 'v*' : 'n*', 4 => $this->little ? 'V*' : 'N*'][$entry['type'] ?? 0] ?? null;

        return null === $entry || null === $form ? [] : array_map(static fn (mixed $value): int => \is_int($value) ? $value : 0, array_values(unpack($form, $entry['value']) ?: []));
    }

    /** A text without what fills it up; empty when there is none. */
    public function text(int $tag): string
    {
        $entry = $this->entries[$tag] ?? null;

        return null === $entry || 2 !== $entry['type'] ? '' : trim(mb_scrub((string) preg_replace('/[\x00-\x1F\x7F]+/', ' ', explode("\0", $entry['value'])[0])));
    }

    /**
     * Bytes of a directory with its values behind it.
     *
     * @param array<int, array{type: int, count: int, value: string}> $entries by tag
     * @param int                                                          $place   where it will stand
     */
    public static function write(array $entries, int $place, bool $little, int $next = 0): string
    {
        ksort($entries);
        $table = self::bytes(\count($entries), 2, $little);
        $behind = $place + 2 + 12 * \count($entries) + 4;
        $values = '';
        foreach ($entries as $tag => $entry) {
            $value = $entry['value'];
            if (\strlen($value) > 4) {
                $values .= \strlen($values) % 2 ? "\0" : '';
                $where = self::bytes($behind + \strlen($values), 4, $little);
                $values .= $value;
            } else {
                $where = str_pad($value, 4, "\0");
            }
            $table .= self::bytes($tag, 2, $little).self::bytes($entry['type'], 2, $little).self::bytes($entry['count'], 4, $little).$where;
        }

        return $table.self::bytes($next, 4, $little).$values;
    }

    /**
     * Bytes that a directory will take.
     *
     * @param array<int, array{type: int, count: int, value: string}> $entries by tag
     */
    public static function sizeOf(array $entries): int
    {
        return \strlen(self::write($entries, 0, true));
    }

    public static function bytes(int $number, int $length, bool $little): string
    {
        return pack([2 => $little ? 'v' : 'n', 4 => $little ? 'V' : 'N'][$length], $number);
    }

    private static function unsigned(string $bytes, int $at, int $length, bool $little): int
    {
        $part = str_pad(substr($bytes, $at, $length), $length, "\0");
        $number = unpack([1 => 'C', 2 => $little ? 'v' : 'n', 4 => $little ? 'V' : 'N'][$length], $part);

        return \is_array($number) && \is_int($number[1]) ? $number[1] : 0;
    }
}
