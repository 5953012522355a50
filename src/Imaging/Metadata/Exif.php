<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Metadata;

/**
 * EXIF data: what is read of it, and how it goes along with a finished picture.
 *
 * Source: CIPA DC-008 (Exif 2.3x), 4.6; the numbers are those of its tables.
 *
 * @phpstan-type Entries array<int, array{type: int, count: int, value: string}>
 */
final readonly class Exif
{
    /** Where a TIFF file keeps IPTC data. */
    public const IPTC = 0x83BB;
    private const ORIENTATION = 0x0112;
    private const DATE = 0x0132;
    private const DATE_TAKEN = 0x9003;
    private const EXIF = 0x8769;
    private const GPS = 0x8825;
    private const INTEROP = 0xA005;
    private const COLOUR_SPACE = 0xA001;
    private const MAKER_NOTE = 0x927C;
    private const WIDTH = 0xA002;
    private const HEIGHT = 0xA003;
    /** Where a thumbnail begins, and its length. */
    private const THUMBNAIL = [0x0201, 0x0202];
    /** Description, make, model, software, date, artist, copyright: what describes the photo and not its pixels. */
    private const DESCRIBING = [0x010E, 0x010F, 0x0110, 0x0131, 0x0132, 0x013B, 0x8298];
    /** Left when metadata is reduced: what was photographed how, by whom; no place, no numbers of devices, no history. */
    private const REDUCED = [0x010E, 0x010F, 0x0110, 0x0132, 0x013B, 0x8298];
    private const REDUCED_EXIF = [0x829A, 0x829D, 0x8822, 0x8827, 0x9000, 0x9003, 0x9004, 0x9201, 0x9202, 0x9204, 0x9207, 0x9209, 0x920A, 0xA405, 0xA434];

    /** @param string $bytes a TIFF structure */
    private function __construct(public string $bytes, private TagDirectory $main)
    {
    }

    /** Null when it is damaged. */
    public static function read(string $bytes): ?self
    {
        $bytes = str_starts_with($bytes, "Exif\0\0") ? substr($bytes, 6) : $bytes;
        $main = TagDirectory::first(self::reader($bytes));

        return null === $main ? null : new self($bytes, $main);
    }

    /** What a TIFF file says of the photo in it, as EXIF data of its own; null when it says nothing, or is none. */
    public static function ofTiff(string $path): ?self
    {
        $file = @fopen($path, 'r');
        if (false === $file) {
            return null;
        }
        $read = TagDirectory::reader($file);
        $main = TagDirectory::first($read);
        $exif = null === $main ? null : self::read(self::assembled($main, $read, self::DESCRIBING, null, true));
        fclose($file);

        return null === $exif || [] === $exif->main->entries ? null : $exif;
    }

    public function camera(): string
    {
        [$make, $model] = [$this->main->text(0x010F), $this->main->text(0x0110)];

        // Many models begin with their maker's name already.
        return trim('' === $make || 0 === stripos($model, explode(' ', $make)[0]) ? $model : $make.' '.$model);
    }

    /** By the camera's clock. */
    public function takenAt(): ?\DateTimeImmutable
    {
        foreach ([$this->under(self::EXIF)?->text(self::DATE_TAKEN), $this->main->text(self::DATE)] as $text) {
            $time = \DateTimeImmutable::createFromFormat('!Y:m:d H:i:s', $text ?? '', new \DateTimeZone('UTC'));
            // Cameras whose clock was never set write zeros.
            if (false !== $time && (int) $time->format('Y') > 1900) {
                return $time;
            }
        }

        return null;
    }

    /** Whether it says that the picture is in opRGB: cameras do so instead of embedding a profile (Design rule for Camera File system, DCF 2.0). */
    public function saysOpRgb(): bool
    {
        $exif = $this->under(self::EXIF);

        return 1 !== ($exif?->number(self::COLOUR_SPACE) ?? 1) && 'R03' === $exif?->under(self::INTEROP, self::reader($this->bytes))?->text(1);
    }

    /**
     * The same data for a finished picture: upright, of its size, without the small picture of the ungraded photo. Nothing is
     * moved, since makers' notes hold on to places.
     */
    public function finished(int $width, int $height, bool $srgb): string
    {
        $bytes = $this->bytes;
        self::set($bytes, $this->main, self::ORIENTATION, 1);
        $exif = $this->under(self::EXIF);
        if (null !== $exif) {
            self::set($bytes, $exif, self::WIDTH, $width);
            self::set($bytes, $exif, self::HEIGHT, $height);
            self::set($bytes, $exif, self::COLOUR_SPACE, $srgb ? 1 : 0xFFFF);
        }
        $second = 0 === $this->main->next ? null : TagDirectory::at(self::reader($bytes), $this->main->next, $this->main->little);
        $bytes = substr_replace($bytes, "\0\0\0\0", $this->main->nextAt, 4);
        $from = $second?->number(self::THUMBNAIL[0]) ?? 0;
        $length = min($second?->number(self::THUMBNAIL[1]) ?? 0, \strlen($bytes) - $from);
        if ($from > 0 && $length > 0) {
            $bytes = $from + $length === \strlen($bytes) ? substr($bytes, 0, $from) : substr_replace($bytes, str_repeat("\0", $length), $from, $length);
        }

        return $bytes;
    }

    /** What is left when metadata is reduced; null when that is nothing. */
    public function reduced(): ?string
    {
        $reduced = self::assembled($this->main, self::reader($this->bytes), self::REDUCED, self::REDUCED_EXIF, false);

        return [] === (self::read($reduced)?->main->entries ?? []) ? null : $reduced;
    }

    /**
     * Directories to add to a TIFF file behind its end.
     *
     * @param array<int, array{type: int, count: int, value: string}> $own   entries of the file's directory
     * @param int                                                     $place where they will stand
     */
    public function behindTiff(array $own, int $place, bool $little): ?string
    {
        if ($little !== $this->main->little) {
            // Values would have to be turned round one by one; cameras and libvips write the same order nearly always.
            return null;
        }

        return self::laid($own + self::picked($this->main, self::DESCRIBING), $this->under(self::EXIF), $this->under(self::GPS), null, $place, $little);
    }

    /**
     * @param list<int>      $describing tags taken of the main directory
     * @param list<int>|null $exif       tags taken of the EXIF directory; null is all that can be moved
     */
    private static function assembled(TagDirectory $main, \Closure $read, array $describing, ?array $exif, bool $gps): string
    {
        $little = $main->little;

        return ($little ? "II*\0" : "MM\0*").TagDirectory::bytes(8, 4, $little)
            .self::laid(self::picked($main, $describing), $main->under(self::EXIF, $read), $gps ? $main->under(self::GPS, $read) : null, $exif, 8, $little);
    }

    /**
     * @param Entries        $main
     * @param list<int>|null $wanted
     */
    private static function laid(array $main, ?TagDirectory $exif, ?TagDirectory $gps, ?array $wanted, int $place, bool $little): string
    {
        $under = [];
        if (null !== $exif) {
            $entries = null === $wanted ? array_diff_key($exif->entries, [self::MAKER_NOTE => 1, self::INTEROP => 1]) : array_intersect_key($exif->entries, array_flip($wanted));
            $under[self::EXIF] = $entries;
        }
        if (null !== $gps) {
            $under[self::GPS] = $gps->entries;
        }
        $under = array_filter($under);
        $long = static fn (int $value): array => ['type' => 4, 'count' => 1, 'value' => TagDirectory::bytes($value, 4, $little)];
        foreach (array_keys($under) as $tag) {
            $main[$tag] = $long(0);
        }
        $at = $place + TagDirectory::sizeOf($main);
        $behind = '';
        foreach ($under as $tag => $entries) {
            $behind .= ($at + \strlen($behind)) % 2 ? "\0" : '';
            $main[$tag] = $long($at + \strlen($behind));
            $behind .= TagDirectory::write($entries, $at + \strlen($behind), $little);
        }

        return TagDirectory::write($main, $place, $little).$behind;
    }

    /**
     * @param list<int> $tags
     *
     * @return array<int, array{type: int, count: int, value: string, at: int}>
     */
    private static function picked(TagDirectory $directory, array $tags): array
    {
        return array_intersect_key($directory->entries, array_flip($tags));
    }

    private function under(int $tag): ?TagDirectory
    {
        return $this->main->under($tag, self::reader($this->bytes));
    }

    /** Sets a whole number where a directory has it. */
    private static function set(string &$bytes, TagDirectory $directory, int $tag, int $value): void
    {
        $entry = $directory->entries[$tag] ?? null;
        if (null !== $entry && 1 === $entry['count'] && \in_array($entry['type'], [3, 4], true) && $value < (3 === $entry['type'] ? 0x10000 : \PHP_INT_MAX)) {
            $bytes = substr_replace($bytes, str_pad(TagDirectory::bytes($value, 3 === $entry['type'] ? 2 : 4, $directory->little), 4, "\0"), $entry['at'] + 8, 4);
        }
    }

    /** @return \Closure(int, int): string */
    private static function reader(string $bytes): \Closure
    {
        return static fn (int $at, int $length): string => $at < 0 ? '' : substr($bytes, $at, $length);
    }
}
