<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Tovrin\App\Entity\OwnLook;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\Cancelled;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Files\FileName;
use Tovrin\App\Files\UniqueNames;
use Tovrin\App\Grading\StartingLooks;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Release;
use Tovrin\App\Repository\OwnLooks;
use Tovrin\App\Repository\Sets;

/** Writes a whole set as one archive: photos, grades with their history, versions, order, looks, starting look. See docs/formats.md. */
final readonly class SetWriter
{
    /** Of the time it takes: reading every photo for its digest; packing is the rest. */
    private const READING = 0.4;
    /** What is asked to be left free on the disk, in bytes. */
    private const ROOM_LEAST = 100_000_000;

    public function __construct(private Sets $sets, private OwnLooks $looks, private StartingLooks $startingLooks, private PhotoStore $store, private GradeRecords $records)
    {
    }

    /**
     * @param bool                          $photos   whether the photos' own files go in
     * @param callable(string, float): void $progress told the stage and the share done, 0…1; may throw to stop
     *
     * @throws Cancelled|PictureError|Refused nothing is left behind
     */
    public function write(PhotoSet $set, bool $photos, string $target, callable $progress): void
    {
        $all = $this->sets->photos($set);
        // As they were imported: archives list them in this order, whatever the set is sorted by.
        usort($all, static fn (Photo $one, Photo $other): int => $one->id() <=> $other->id());
        $path = $this->store->newUpload();
        $file = @fopen($path, 'x');
        try {
            if (false === $file) {
                throw self::noRoom();
            }
            $this->refuseWithoutRoom($photos ? $all : []);
            $names = new UniqueNames();
            $parts = $listed = $digests = [];
            $written = 0;
            $append = static function (string $bytes) use ($file, &$written): int {
                if (fwrite($file, $bytes) !== \strlen($bytes)) {
                    throw self::noRoom();
                }
                $written += \strlen($bytes);

                return \strlen($bytes);
            };
            foreach ($all as $index => $photo) {
                $progress('Reading the photos', self::READING * $index / \count($all));
                $original = $this->store->original($photo->storeKey());
                $digest = @hash_file('sha256', $original);
                if (false === $digest) {
                    // Removed for good since.
                    continue;
                }
                $name = \sprintf('%04d %s', $index + 1, FileName::plain($photo->name()));
                $one = ['name' => $photo->name(), 'key' => $photo->storeKey(), 'sha256' => $digest, 'bytes' => (int) filesize($original), 'width' => $photo->width(), 'height' => $photo->height(), 'position' => $photo->position()];
                if ($photos) {
                    $one['file'] = 'photos/'.$names->give($name);
                    $parts[$one['file']] = new ZipPart($original);
                }
                $from = $written;
                foreach ($this->records->lines($photo) as $line) {
                    $append($line);
                    self::collect($line, $digests);
                }
                if ($written > $from) {
                    $one['grade'] = 'grades/'.$names->give($name, '.jsonl');
                    $parts[$one['grade']] = new ZipPart($path, $from, $written - $from, true);
                }
                $listed[] = $one;
            }
            $startingLook = $this->startingLooks->inForce($set);
            $head = [
                'tovrinSet' => 1,
                'name' => $set->name(),
                'writtenBy' => 'Tovrin '.Release::VERSION,
                'madeAt' => gmdate('Y-m-d\TH:i:s\Z'),
                'sorted' => $set->sorted(),
                'startingLook' => null === $startingLook ? null : json_decode($startingLook, false, 64, \JSON_THROW_ON_ERROR),
                'photos' => $listed,
                'looks' => array_map(static fn (OwnLook $own): array => ['group' => $own->group(), 'look' => json_decode($own->look(), false, 64, \JSON_THROW_ON_ERROR)], $this->looks->all()),
            ];
            self::collect(json_encode([$head['startingLook'], $head['looks']], \JSON_THROW_ON_ERROR), $digests);
            $head['data'] = array_values(array_filter(array_keys($digests), fn (string $digest): bool => is_file($this->store->kept($digest))));
            foreach ($head['data'] as $digest) {
                $parts["data/$digest"] = new ZipPart($this->store->kept($digest));
            }
            $from = $written;
            $length = $append(json_encode($head, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT | \JSON_PRESERVE_ZERO_FRACTION)."\n");
            fclose($file);
            $file = false;
            ZipFile::write($target, [SetReader::HEAD => new ZipPart($path, $from, $length, true)] + $parts, static fn (string $stage, float $share) => $progress($stage, self::READING + (1 - self::READING) * $share));
        } finally {
            if (\is_resource($file)) {
                fclose($file);
            }
            @unlink($path);
        }
    }

    /** @param list<Photo> $photos whose files are to go in */
    private function refuseWithoutRoom(array $photos): void
    {
        $bytes = array_sum(array_map(fn (Photo $photo): int => (int) @filesize($this->store->original($photo->storeKey())), $photos));
        $free = $this->store->freeRoom();
        if ($bytes + self::ROOM_LEAST > $free) {
            throw new PictureError(\sprintf('The archive needs %s MB on the disk of the data folder, which has %s MB left. Free some space, or export the set without its photos.', number_format(($bytes + self::ROOM_LEAST) / 1e6), number_format($free / 1e6)));
        }
    }

    private static function noRoom(): PictureError
    {
        return new PictureError('The archive could not be written: the disk is full or has failed. Free some space and try again.');
    }

    /** @param array<string, true> $digests of tables and masks that looks name */
    public static function collect(string $json, array &$digests): void
    {
        if (preg_match_all('/"(?:table|mask)":"([0-9a-f]{64})"/', $json, $found) > 0) {
            $digests += array_fill_keys($found[1], true);
        }
    }
}
