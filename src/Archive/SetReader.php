<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Tovrin\App\Exception\Refused;
use Tovrin\Core\Format\FormatError;

/**
 * The archive of a set, as it came from anywhere: nothing in it is trusted. Entries are only looked up under the names that set.json gives,
 * and no name ever becomes a path; sizes are looked at before anything is unpacked.
 */
final class SetReader
{
    public const HEAD = 'set.json';
    /** Bytes of set.json: some 100,000 photos. */
    private const HEAD_MOST = 64_000_000;
    /** Bytes of the list at the end of a ZIP archive, which is read whole: some 300,000 entries. */
    private const LIST_MOST = 64_000_000;
    /** Bytes of one line of the file of a grade: a beginning has a look twice. */
    private const LINE_MOST = 4_200_000;
    /** Bytes of all lines of one photo. */
    private const GRADE_MOST = 300_000_000;
    /** Bytes of a table or a mask, unpacked; packed they are never much more. */
    private const DATA_MOST = 40_000_000;

    private function __construct(private readonly \ZipArchive $zip, public readonly SetHead $head)
    {
    }

    /**
     * @param string $name of the file, as the user knows it
     *
     * @throws Refused when it is not the archive of a set, or a damaged one
     */
    public static function open(string $path, string $name): self
    {
        $zip = new \ZipArchive();
        if (self::listLength($path) > self::LIST_MOST || true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new Refused(\sprintf('“%s” is not a ZIP archive, or a damaged one. Export the set again.', $name));
        }
        $head = self::bytes($zip, self::HEAD, self::HEAD_MOST);
        if (null === $head) {
            throw new Refused(\sprintf('“%s” is not the archive of a set: there is no set.json in it that could be read.', $name));
        }
        $data = json_decode($head, false, 64);
        if (!$data instanceof \stdClass || !property_exists($data, 'tovrinSet')) {
            throw new Refused(\sprintf('“%s” is not the archive of a set: its set.json does not begin with "tovrinSet".', $name));
        }
        if (1 !== $data->tovrinSet) {
            throw new Refused(\sprintf('“%s” was written in a form that this version cannot read (tovrinSet: %s). Bring Tovrin up to date.', $name, json_encode($data->tovrinSet)));
        }
        try {
            SetSchema::checkSet($data);
        } catch (FormatError $e) {
            throw new Refused(\sprintf('“%s”: %s', $name, $e->getMessage()), 0, $e);
        }

        return new self($zip, SetHead::of($data));
    }

    /**
     * Puts the file of a photo down, if it is what set.json says.
     *
     * @throws Refused when it is missing or damaged
     */
    public function extract(ListedPhoto $photo, string $to): void
    {
        $from = $this->stream($photo->file ?? '', $photo->bytes);
        $file = @fopen($to, 'x');
        $digest = hash_init('sha256');
        $length = 0;
        while (null !== $from && false !== $file && !feof($from) && $length <= $photo->bytes) {
            $piece = (string) @fread($from, 1 << 20);
            if ('' === $piece) {
                break;
            }
            hash_update($digest, $piece);
            $length += \strlen($piece);
            if (fwrite($file, $piece) !== \strlen($piece)) {
                throw new Refused('The disk is full or has failed.');
            }
        }
        foreach ([$from, $file] as $open) {
            if (\is_resource($open)) {
                fclose($open);
            }
        }
        if ($length !== $photo->bytes || hash_final($digest) !== $photo->digest) {
            throw new Refused(\sprintf('“%s” is missing or damaged in the archive.', $photo->name));
        }
    }

    /**
     * @return \Generator<int, string> the lines of the file of a grade
     *
     * @throws FormatError when it is missing, damaged or far too large
     */
    public function grade(string $entry): \Generator
    {
        $from = $this->stream($entry, self::GRADE_MOST);
        if (null === $from) {
            throw new FormatError(\sprintf('“%s” is missing from the archive, or damaged.', $entry));
        }

        return self::lines($from);
    }

    /**
     * @param resource $from
     *
     * @return \Generator<int, string>
     */
    private static function lines($from): \Generator
    {
        while (false !== $line = fgets($from, self::LINE_MOST)) {
            if (!str_ends_with($line, "\n") && !feof($from)) {
                throw new FormatError('a line is far longer than any look.');
            }
            if ('' !== trim($line)) {
                yield $line;
            }
        }
        fclose($from);
    }

    /** A table or a mask; null where it is missing, damaged, or another one than its digest says. */
    public function data(string $digest): ?string
    {
        $packed = self::bytes($this->zip, "data/$digest", self::DATA_MOST);
        $bytes = null === $packed ? false : @gzuncompress($packed, self::DATA_MOST);

        return false === $bytes || hash('sha256', $bytes) !== $digest ? null : $bytes;
    }

    /** @return resource|null */
    private function stream(string $entry, int $most)
    {
        $index = self::index($this->zip, $entry, $most);
        $stream = null === $index ? false : @$this->zip->getStreamIndex($index);

        return false === $stream ? null : $stream;
    }

    private static function bytes(\ZipArchive $zip, string $entry, int $most): ?string
    {
        $index = self::index($zip, $entry, $most);
        $bytes = null === $index ? false : @$zip->getFromIndex($index, $most);

        return false === $bytes ? null : $bytes;
    }

    /** Where an entry is; null where there is none, it is encrypted, or says that it is larger than it may be. */
    private static function index(\ZipArchive $zip, string $entry, int $most): ?int
    {
        $known = $zip->statName($entry);

        return false === $known || $known['size'] > $most || \ZipArchive::EM_NONE !== $known['encryption_method'] ? null : $known['index'];
    }

    /** How long the list of entries at the end of a ZIP archive says it is, in bytes (APPNOTE.TXT 4.3.16, 4.3.14). */
    private static function listLength(string $path): int
    {
        $size = (int) @filesize($path);
        $tail = (string) @file_get_contents($path, false, null, max(0, $size - 65_600));
        $at = strrpos($tail, "PK\x05\x06");
        $end = false === $at ? '' : substr($tail, $at, 22);
        if (22 !== \strlen($end)) {
            return 0;
        }
        $length = self::number('V', substr($end, 12, 4));
        $large = strrpos(substr($tail, 0, (int) $at), "PK\x06\x06");

        return 0xFFFFFFFF !== $length || false === $large ? $length : self::number('P', substr($tail, $large + 40, 8));
    }

    private static function number(string $form, string $bytes): int
    {
        $read = @unpack($form, $bytes);
        $number = false === $read ? 0 : $read[1];

        return \is_int($number) && $number >= 0 ? $number : \PHP_INT_MAX;
    }
}
