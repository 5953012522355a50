<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Files\OwnedName;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Process\Leases;

/**
 * The files of photos and exports, under the data directory: photos/KEY/{original,preview.jpg,
 * original.sha256,thumb.jpg,graded-N.jpg,full.jpg or full.png,preview.rgb,digest,study-2,pots-4.json,grain-1.json,edges-2-*,edge-line-2-*}, exports/ID, imports/ID.zip, tables/ and kept/DIGEST.
 */
final readonly class PhotoStore
{
    /** Between a folder and its photo's being known lies less than this. */
    private const SETTLING_SECONDS = 600;
    /** Files of a photo that can be made again whenever they are needed. */
    private const REMAKEABLE = 'original.sha256,preview.rgb,full.png,edges-*,edge-line-*';

    public function __construct(private string $directory)
    {
    }

    public function directory(): string
    {
        self::make($this->directory);

        return $this->directory;
    }

    public function original(string $key): string
    {
        return $this->photo($key).'/original';
    }

    public function preview(string $key): string
    {
        return $this->photo($key).'/preview.jpg';
    }

    public function thumb(string $key): string
    {
        return $this->photo($key).'/thumb.jpg';
    }

    /** The picture of the sheet, as graded by a revision; revision 0 is the photo as it came. */
    public function graded(string $key, int $revision): string
    {
        return $this->photo($key).'/graded-'.$revision.'.jpg';
    }

    /** Clears studies away that other versions have made. */
    public function keepStudy(string $key): void
    {
        foreach (glob($this->photo($key).'/study-*') ?: [] as $path) {
            if (!str_starts_with($path, $this->study($key))) {
                @unlink($path);
            }
        }
    }

    /** Clears pictures of other revisions away, but for the photo as it came. */
    public function keepGraded(string $key, int $revision): void
    {
        foreach (glob($this->photo($key).'/graded-*.jpg') ?: [] as $path) {
            if ($path !== $this->graded($key, $revision) && $path !== $this->graded($key, 0)) {
                @unlink($path);
            }
        }
    }

    /**
     * The whole picture, upright and in sRGB, for looking at single pixels.
     *
     * @param string|null $format jpeg or png; null for the one that is there
     */
    public function full(string $key, ?string $format = null): string
    {
        $png = $this->photo($key).'/full.png';

        return 'png' === $format || (null === $format && is_file($png)) ? $png : $this->photo($key).'/full.jpg';
    }

    public function colourSample(string $key): string
    {
        return $this->photo($key).'/digest';
    }

    /** The photo's study, made once. */
    public function study(string $key): string
    {
        return $this->photo($key).'/study-2';
    }

    /** The photo's pots, computed once; the number changes with the way they are found. */
    public function pots(string $key): string
    {
        return $this->photo($key).'/pots-4.json';
    }

    /** How noisy the photo is, found once. */
    public function grain(string $key): string
    {
        return $this->photo($key).'/grain-1.json';
    }

    /** A folder for tables of reaches; what is in it can be made again. */
    public function tables(): string
    {
        self::make($this->directory.'/tables');

        return $this->directory.'/tables';
    }

    /** What grades name by its digest: tables of other programs, masks. */
    public function kept(string $digest): string
    {
        self::make($this->directory.'/kept');

        return $this->directory.'/kept/'.$digest;
    }

    /** @return list<string> digests */
    public function allKept(): array
    {
        return array_map('basename', glob($this->directory.'/kept/*') ?: []);
    }

    /** The preview's pixels as the browser sees them, raw; made when first needed. */
    public function raster(string $key): string
    {
        return $this->photo($key).'/preview.rgb';
    }

    /** The edges of a photo under one way of reaching its colours; the first number changes with the way they are found. */
    public function edges(string $key, string $reached): string
    {
        return $this->photo($key).'/edges-2-'.$reached;
    }

    /** What was found along one line of those; the first number changes with the way it is found. */
    public function edgeLine(string $key, string $line): string
    {
        return $this->photo($key).'/edge-line-2-'.$line;
    }

    /**
     * Clears edges away but for those that were asked for last.
     *
     * @param int $most  of the edges under one way of reaching colours
     * @param int $lines of single lines
     */
    public function keepEdges(string $key, int $most, int $lines): void
    {
        foreach (['edges-*' => $most, 'edge-line-*' => $lines] as $pattern => $kept) {
            $paths = glob($this->photo($key).'/'.$pattern) ?: [];
            usort($paths, static fn (string $one, string $other): int => (int) @filemtime($other) <=> (int) @filemtime($one));
            array_map(static fn (string $path): bool => @unlink($path), \array_slice($paths, $kept));
        }
    }

    /** What was kept of what can be made again, which is now the last that was asked for; null when there is nothing of it. */
    public function ifKept(string $path): ?string
    {
        $bytes = @file_get_contents($path);
        if (false === $bytes || '' === $bytes) {
            return null;
        }
        @touch($path);

        return $bytes;
    }

    /** Keeps what can be made again; without room for it, it is made anew each time: slower, not wrong. */
    public function keep(string $path, string $bytes): void
    {
        try {
            AtomicFile::write($path, $bytes);
        } catch (PictureError) {
        }
    }

    public function export(int $id): string
    {
        self::make($this->directory.'/exports');

        return $this->directory.'/exports/'.$id;
    }

    /** @return list<string> numbers of the exports that have a file */
    public function exports(): array
    {
        return array_values(array_filter(array_map(basename(...), glob($this->directory.'/exports/*') ?: []), static fn (string $name): bool => ctype_digit($name)));
    }

    /** The archive of a set on its way in. */
    public function setImport(int $id): string
    {
        self::make($this->directory.'/imports');

        return $this->directory.'/imports/'.$id.'.zip';
    }

    /** @return list<string> numbers of the archives that are there */
    public function setImports(): array
    {
        return array_map(static fn (string $path): string => basename($path, '.zip'), glob($this->directory.'/imports/*.zip') ?: []);
    }

    /** A path for a file on its way in or out; swept with the others once nobody is at it. */
    public function newUpload(): string
    {
        return $this->directory().'/.upload.'.OwnedName::mark().'.part';
    }

    /** @return list<string> paths of files that are being written, or were left by a process that died */
    public function unfinished(): array
    {
        return glob($this->directory.'/{.upload.*.part,exports/.*.part,tables/*.part,photos/*/.*.part}', \GLOB_BRACE) ?: [];
    }

    /**
     * A new folder for a photo that this process brings in; its name is the key. To be settled once the photo is known.
     *
     * @param string|null $wanted the key it is to have, unless that is taken
     */
    public function newKey(?string $wanted = null): string
    {
        self::make($this->directory.'/photos');
        $key = null !== $wanted && @mkdir($this->photo($wanted), 0o700) ? $wanted : bin2hex(random_bytes(12));
        self::make($this->photo($key));
        if (false === @file_put_contents($this->owner($key), Leases::own())) {
            @rmdir($this->photo($key));
            throw new PictureError('The photo could not be stored: the disk is full or may not be written to. Free some space and import it again.');
        }

        return $key;
    }

    /** A photo of the folder is known from now on. */
    public function settle(string $key): void
    {
        @unlink($this->owner($key));
    }

    /** Whether a folder that belongs to no photo is not being filled by any process either. */
    public function isAbandoned(string $key): bool
    {
        $owner = @file_get_contents($this->owner($key));
        $changed = (int) @filemtime($this->photo($key));

        return false === $owner || '' === $owner ? $changed < (new DatePoint())->getTimestamp() - self::SETTLING_SECONDS : !Leases::isAlive($owner, (new DatePoint())->setTimestamp($changed));
    }

    /** @return list<string> of all folders */
    public function keys(): array
    {
        return array_values(array_filter(array_map(basename(...), glob($this->directory.'/photos/*') ?: []), static fn (string $name): bool => 1 === preg_match('/^[0-9a-f]{24}$/D', $name)));
    }

    /** Bytes that the files of a photo take on the disk. */
    public function size(string $key): int
    {
        return self::sizeOf(glob($this->photo($key).'/*') ?: []);
    }

    /** @return list<string> names of the files of a photo that cannot be made again at once */
    public function lasting(string $key): array
    {
        return array_values(array_map(basename(...), array_diff(glob($this->photo($key).'/*') ?: [], glob($this->photo($key).'/{full.png.lock,'.self::REMAKEABLE.'}', \GLOB_BRACE) ?: [])));
    }

    /** @return list<string> paths of what can be made again whenever it is needed */
    public function remakeable(): array
    {
        return glob($this->directory.'/{tables/*,photos/*/{'.self::REMAKEABLE.'}}', \GLOB_BRACE) ?: [];
    }

    /**
     * Bytes that files take on the disk; one that has two names is counted with the first.
     *
     * @param list<string> $paths
     */
    public static function sizeOf(array $paths): int
    {
        $sizes = [];
        foreach ($paths as $path) {
            $stat = @stat($path);
            if (false !== $stat) {
                $sizes[$stat['ino']] = 512 * max(0, $stat['blocks']);
            }
        }

        return array_sum($sizes);
    }

    public function freeRoom(): int
    {
        return (int) @disk_free_space($this->directory);
    }

    private function owner(string $key): string
    {
        return $this->photo($key).'/.owner';
    }

    public function remove(string $key): void
    {
        foreach (glob($this->photo($key).'/{,.}*', \GLOB_BRACE) ?: [] as $file) {
            if (is_file($file)) {
                @unlink($file);
            }
        }
        @rmdir($this->photo($key));
    }

    private function photo(string $key): string
    {
        if (1 !== preg_match('/^[0-9a-f]{24}$/D', $key)) {
            throw new \InvalidArgumentException('That is no key of a photo.');
        }

        return $this->directory.'/photos/'.$key;
    }

    private static function make(string $directory): void
    {
        if (!is_dir($directory) && !@mkdir($directory, 0o700, true) && !is_dir($directory)) {
            throw new PictureError(\sprintf('The folder "%s" cannot be made. Check that its disk has room and may be written to.', $directory));
        }
    }
}
