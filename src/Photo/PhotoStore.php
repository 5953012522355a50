<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/**
 * The files of photos and exports, under the data directory: photos/KEY/{original,preview.jpg,
 * thumb.jpg,graded-N.jpg,full.jpg or full.png,preview.rgb,digest,study-1,pots-4.json}, exports/ID and tables/.
 */
final readonly class PhotoStore
{
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

    public function digest(string $key): string
    {
        return $this->photo($key).'/digest';
    }

    /** The photo's study, made once. */
    public function study(string $key): string
    {
        return $this->photo($key).'/study-1';
    }

    /** The photo's pots, computed once; the number changes with the way they are found. */
    public function pots(string $key): string
    {
        return $this->photo($key).'/pots-4.json';
    }

    /** A folder for tables of reaches; what is in it can be made again. */
    public function tables(): string
    {
        self::make($this->directory.'/tables');

        return $this->directory.'/tables';
    }

    /** The preview's pixels as the browser sees them, raw; made when first needed. */
    public function raster(string $key): string
    {
        return $this->photo($key).'/preview.rgb';
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

    /** A path for a file on its way in or out; swept with the others once nobody is at it. */
    public function newUpload(): string
    {
        return $this->directory().'/.upload.'.bin2hex(random_bytes(8)).'.part';
    }

    /** @return list<string> paths of uploads that are under way, or were left by a server that died */
    public function uploads(): array
    {
        return glob($this->directory.'/.upload.*') ?: [];
    }

    /** A new, empty folder for a photo; its name is the key. */
    public function newKey(): string
    {
        $key = bin2hex(random_bytes(12));
        self::make($this->photo($key));

        return $key;
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
        if (!is_dir($directory) && !@mkdir($directory, 0o777, true) && !is_dir($directory)) {
            throw new PictureError(\sprintf('The folder "%s" cannot be made. Check that its disk has room and may be written to.', $directory));
        }
    }
}
