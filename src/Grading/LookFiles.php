<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\App\Entity\OwnLook;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Files\FileName;
use Tovrin\App\Files\UniqueNames;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Repository\OwnLooks;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** Looks of the user's own as files, one or many at once: look files, and ZIP archives of them, whose folders are groups. */
final readonly class LookFiles
{
    /** A look with every kind of move and a reach learned on each is far smaller, in bytes. */
    private const MOST_BYTES = 32_000_000;
    private const MOST_FILES = 10_000;

    public function __construct(private OwnLooks $looks, private PhotoStore $store, private Tables $tables)
    {
    }

    /**
     * @param string $path of the file
     * @param string $name of the file, as the user knows it
     *
     * @throws Refused when there is no look in it
     */
    public function bringIn(string $path, string $name): BroughtIn
    {
        if ("PK\x03\x04" !== @file_get_contents($path, false, null, 0, 4)) {
            try {
                return self::view($this->looks->saveAll([$this->one((string) @file_get_contents($path, false, null, 0, self::MOST_BYTES), $name, '')]), []);
            } catch (FormatError $e) {
                throw new Refused(self::refusal($name, $e));
            }
        }
        $looks = $refused = [];
        foreach (self::unpacked($path, $name, $refused) as [$file, $group, $content]) {
            try {
                $looks[] = $this->one($content, basename($file), $group);
            } catch (FormatError $e) {
                $refused[] = self::refusal($file, $e);
            }
        }
        if ([] === $looks && [] === $refused) {
            throw new Refused(\sprintf('There is no look file (.json) in “%s”.', $name));
        }

        return self::view($this->looks->saveAll($looks), $refused);
    }

    /**
     * A ZIP archive of looks, groups as folders. A group whose name cannot be one of a folder is written beside its looks, as comments.
     *
     * @param list<OwnLook> $looks
     */
    public function archive(array $looks): string
    {
        $path = $this->store->newUpload();
        try {
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::CREATE | \ZipArchive::EXCL);
            // An archive without anything in it is not written at all.
            [] !== $looks || $zip->setArchiveComment('No looks');
            $folders = new UniqueNames();
            /** @var array<string, array{string, UniqueNames}> $groups folder and names in it, by group */
            $groups = [];
            foreach ($looks as $own) {
                $group = $own->group();
                $groups["=$group"] ??= ['' === $group ? '' : $folders->give(self::folder($group)), new UniqueNames()];
                [$folder, $names] = $groups["=$group"];
                $file = ('' === $folder ? '' : $folder.'/').$names->give(FileName::plain($own->name()), '.json');
                $added = $zip->addFromString($file, $this->portable($own), 0) && ($folder === $group || $zip->setCommentName($file, $group));
                if (!$added) {
                    throw new \RuntimeException(\sprintf('"%s" cannot be put into the archive.', $file));
                }
            }
            if (!$zip->close()) {
                throw new PictureError('The archive could not be written: the disk is full or has failed. Free some space and try again.');
            }

            return (string) @file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }

    /** A look as a file, with the tables of other programs that it needs. */
    public function portable(OwnLook $own): string
    {
        return str_contains($own->look(), '"kind":"table"') ? LookWriter::portable(LookJson::read($own->look(), $this->tables)) : $own->look();
    }

    public static function nameOf(OwnLook $own): string
    {
        return (new UniqueNames())->give(FileName::plain($own->name()), '.json');
    }

    /** Never a way out of the folder that the archive is unpacked in. */
    private static function folder(string $group): string
    {
        $plain = trim(FileName::plain($group), '. ');

        return '' === $plain ? 'group' : $plain;
    }

    /**
     * @param list<OwnLook> $looks
     * @param list<string>  $refused
     */
    private static function view(array $looks, array $refused): BroughtIn
    {
        return new BroughtIn(array_map(OwnLookView::of(...), $looks), $refused);
    }

    /** @return array{Grade, string} a look and its group */
    private function one(string $json, string $file, string $group): array
    {
        $look = LookJson::read($json, $this->tables);
        if ([] === $look->moves) {
            throw new FormatError('it has no moves.');
        }

        return ['' === trim($look->name) ? $look->named(pathinfo($file, \PATHINFO_FILENAME)) : $look, mb_substr($group, 0, 200)];
    }

    /**
     * @param list<string> $refused told what cannot be read, in whole sentences
     *
     * @return \Generator<int, array{string, string, string}> paths of look files in the archive, their groups and contents
     */
    private static function unpacked(string $path, string $name, array &$refused): \Generator
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new Refused(\sprintf('“%s” is a damaged archive. Create it again, or import its look files one by one.', $name));
        }
        if ($zip->numFiles > self::MOST_FILES) {
            $refused[] = \sprintf('“%s” holds %s files; the first %s are looked at. Split it, and import the rest afterwards.', $name, number_format($zip->numFiles), number_format(self::MOST_FILES));
        }
        for ($i = 0; $i < min($zip->numFiles, self::MOST_FILES); ++$i) {
            $entry = $zip->statIndex($i);
            if (false === $entry || !str_ends_with(strtolower($entry['name']), '.json')) {
                continue;
            }
            // Sizes are looked at before anything is unpacked: an archive may claim to hold a planet.
            $content = \ZipArchive::EM_NONE === $entry['encryption_method'] && $entry['size'] <= self::MOST_BYTES ? $zip->getFromIndex($i, self::MOST_BYTES) : false;
            if (false === $content) {
                $refused[] = \sprintf(match (true) {
                    \ZipArchive::EM_NONE !== $entry['encryption_method'] => '“%s” is encrypted. Unpack the archive with its password and import the look files themselves.',
                    $entry['size'] > self::MOST_BYTES => '“%s” is far larger than any look. Leave it out.',
                    default => '“%s” is damaged in the archive. Create the archive again.',
                }, $entry['name']);
                continue;
            }
            $group = (string) $zip->getCommentIndex($i);
            yield [$entry['name'], '' !== $group ? $group : (str_contains($entry['name'], '/') ? basename(\dirname($entry['name'])) : ''), $content];
        }
    }

    private static function refusal(string $file, FormatError $e): string
    {
        return \sprintf('“%s” is not a look that can be used: %s', $file, $e->inWords ?? $e->getMessage());
    }
}
