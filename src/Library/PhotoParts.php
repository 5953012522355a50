<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Files\SameFile;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\PictureError;

/** The files of a photo as they go to other machines, by name, and what comes back from there besides finished files. */
final readonly class PhotoParts
{
    public const ORIGINAL = 'original';
    public const PREVIEW = 'preview.jpg';

    public function __construct(private PhotoStore $store)
    {
    }

    /** Where a file beside a photo lies, there or not; null for a name that none has. */
    public function path(string $key, string $name): ?string
    {
        return \in_array($name, [self::ORIGINAL, self::PREVIEW, self::name($this->store->colourSample($key))], true) || $this->isFound($key, $name) ? \dirname($this->store->original($key)).'/'.$name : null;
    }

    /** What is found in a photo by computing: its study, its pots, its grain, its edges. It is the same on every machine. */
    public function isFound(string $key, string $name): bool
    {
        return \in_array($name, $this->found($key), true) || 1 === preg_match('/^'.preg_quote(self::name($this->store->edges($key, '')), '/').'[0-9a-f]{32}$/D', $name);
    }

    /** @return list<string> names of what is found once for each photo */
    public function found(string $key): array
    {
        return array_map(self::name(...), [$this->store->study($key), $this->store->pots($key), $this->store->grain($key)]);
    }

    /** @return list<string> names of all that readings of a photo need: its colour sample, its grain, or the preview where these are not there */
    public function forReadings(string $key): array
    {
        $names = [self::name($this->store->colourSample($key)), self::name($this->store->grain($key))];

        return \count(array_filter($names, fn (string $name): bool => $this->isThere($key, $name))) === \count($names) ? $names : [...$names, self::PREVIEW];
    }

    public function isThere(string $key, string $name): bool
    {
        $path = $this->path($key, $name);

        return null !== $path && is_file($path);
    }

    /** @return list<string> names of what was found beside a photo, here */
    public function foundThere(string $key): array
    {
        return array_values(array_filter(array_map(self::name(...), glob(\dirname($this->store->original($key)).'/*') ?: []), fn (string $name): bool => $this->isFound($key, $name)));
    }

    /** The digest of a file beside a photo. That of the original, which never changes and may be large, is kept. */
    public function digest(string $key, string $name): string
    {
        $path = (string) $this->path($key, $name);
        $kept = self::ORIGINAL === $name ? $this->store->ifKept($path.'.sha256') : null;
        if (null !== $kept) {
            return $kept;
        }
        $digest = (string) hash_file('sha256', $path);
        self::ORIGINAL === $name && $this->store->keep($path.'.sha256', $digest);

        return $digest;
    }

    /** Keeps what was found elsewhere, unless it has been found here meanwhile. */
    public function keep(string $key, string $name, string $path): void
    {
        $to = $this->isFound($key, $name) ? $this->path($key, $name) : null;
        if (null === $to || is_file($to) || !is_dir(\dirname($to))) {
            return;
        }
        try {
            AtomicFile::make($to, static fn (string $part): bool => SameFile::put($path, $part));
        } catch (PictureError) {
            // It is found again when it is needed.
        }
    }

    private static function name(string $path): string
    {
        return basename($path);
    }
}
