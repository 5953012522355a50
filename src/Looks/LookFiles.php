<?php

declare(strict_types=1);

namespace Tovrin\App\Looks;

use Tovrin\App\Entity\OwnLook;
use Tovrin\App\Export\FileNames;
use Tovrin\App\Http\Problem;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Repository\OwnLooks;
use Tovrin\App\View\BroughtIn;
use Tovrin\App\View\OwnLookView;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;

/** Looks of the user's own as files, one or many at once: look files, and ZIP archives of them, whose folders are groups. */
final readonly class LookFiles
{
    /** A look with every kind of move and a reach learned on each is far smaller, in bytes. */
    private const MOST_BYTES = 32_000_000;
    private const MOST_FILES = 2000;

    public function __construct(private OwnLooks $looks, private PhotoStore $store)
    {
    }

    /**
     * @param string $bytes of the file
     * @param string $name  of the file
     *
     * @throws Problem when a single file is no look
     */
    public function bringIn(string $bytes, string $name): BroughtIn
    {
        if (!str_starts_with($bytes, "PK\x03\x04")) {
            try {
                return new BroughtIn([OwnLookView::of($this->one($bytes, $name, ''))], []);
            } catch (FormatError $e) {
                throw new Problem(422, self::refusal($name, $e));
            }
        }
        $looks = $refused = [];
        foreach ($this->unpacked($bytes, $name) as $path => $content) {
            try {
                $looks[] = OwnLookView::of($this->one($content, basename($path), str_contains($path, '/') ? basename(\dirname($path)) : ''));
            } catch (FormatError $e) {
                $refused[] = self::refusal($path, $e);
            }
        }
        if ([] === $looks && [] === $refused) {
            throw new Problem(422, \sprintf('There is no look file (.json) in “%s”.', $name));
        }

        return new BroughtIn($looks, $refused);
    }

    /**
     * A ZIP archive of looks, groups as folders.
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
            foreach ($looks as $own) {
                $zip->addFromString(('' === $own->group() ? '' : FileNames::plain($own->group()).'/').self::nameOf($own), $own->look());
            }
            $zip->close();

            return (string) @file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }

    public static function nameOf(OwnLook $own): string
    {
        return FileNames::plain($own->name()).'.json';
    }

    private function one(string $json, string $file, string $group): OwnLook
    {
        $look = LookJson::read($json);
        if ([] === $look->moves) {
            throw new FormatError('it has no moves.');
        }

        return $this->looks->save('' === trim($look->name) ? new Grade($look->moves, pathinfo($file, \PATHINFO_FILENAME)) : $look, mb_substr($group, 0, 200));
    }

    /** @return \Generator<string, string> contents of look files, by path */
    private function unpacked(string $bytes, string $name): \Generator
    {
        $path = $this->store->newUpload();
        try {
            file_put_contents($path, $bytes);
            $zip = new \ZipArchive();
            if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
                throw new Problem(422, \sprintf('“%s” is a damaged archive. Pack it again, or bring its look files in one by one.', $name));
            }
            for ($i = 0; $i < min($zip->numFiles, self::MOST_FILES); ++$i) {
                $entry = $zip->statIndex($i);
                // Sizes are looked at before anything is unpacked: an archive may claim to hold a planet.
                if (false !== $entry && str_ends_with(strtolower($entry['name']), '.json') && $entry['size'] <= self::MOST_BYTES) {
                    yield $entry['name'] => (string) $zip->getFromIndex($i, self::MOST_BYTES);
                }
            }
        } finally {
            @unlink($path);
        }
    }

    private static function refusal(string $file, FormatError $e): string
    {
        return \sprintf('“%s” is no look that can be used: %s', $file, $e->inWords ?? $e->getMessage());
    }
}
