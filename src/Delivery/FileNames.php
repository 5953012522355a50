<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Exception\Refused;
use Tovrin\App\Files\FileName;
use Tovrin\App\Files\UniqueNames;

/**
 * Names of finished files by a pattern: words between braces stand for what is known of the photo, all else for itself.
 * No pattern is a path, none is the photo's own, and no two of a delivery are the same.
 */
final class FileNames
{
    public const USUAL = '{photo}-{look}';
    /** What a pattern may hold between braces. */
    public const WORDS = ['photo', 'look', 'version', 'number', 'set', 'date'];
    /** @var array<string, UniqueNames> names of each folder */
    private array $names = [];

    /** @param (\Closure(string|null): list<string>)|null $taken gives the names that are in use already where the files go, in a folder there or in none */
    public function __construct(private readonly ?\Closure $taken = null)
    {
    }

    /**
     * A name for one file, with the folder that it lies in.
     *
     * @param array<string, string> $words    what the words between braces stand for
     * @param string                $ending   behind it, with its full stop
     * @param string                $original the photo's own name
     * @param string                $folder   name of a folder for it; empty for none
     *
     * @throws Refused when the pattern is a path, holds a word there is not, or yields nothing; when the folder is none
     */
    public function next(string $pattern, array $words, string $ending, string $original, string $folder = ''): string
    {
        $folder = $this->folder($folder);
        $name = $this->plain($pattern, $words, $original);
        if (UniqueNames::areSame($name.$ending, $original)) {
            $name .= '-graded';
        }

        return ('' === $folder ? '' : $folder.'/').$this->names[$folder]->give($name, $ending);
    }

    /** A folder as it is called: one that differs in capitals alone is the same on many disks. */
    private function folder(string $folder): string
    {
        $folder = trim($folder);
        AllowedFolder::refuseNoName($folder);
        foreach (array_keys($this->names) as $known) {
            if (UniqueNames::areSame((string) $known, $folder)) {
                return (string) $known;
            }
        }
        $folder = '' === $folder ? '' : (new UniqueNames())->give(FileName::plain($folder));
        $this->names[$folder] = new UniqueNames(null === $this->taken ? [] : ($this->taken)('' === $folder ? null : $folder));

        return $folder;
    }

    /** @param array<string, string> $words */
    private function plain(string $pattern, array $words, string $original): string
    {
        $pattern = trim($pattern);
        if (1 === preg_match('#[/\\\\]#', $pattern)) {
            throw new Refused(\sprintf('The name pattern “%s” has “/” or “\” in it: it names files, not folders. Take it out.', $pattern));
        }
        $name = (string) preg_replace_callback('/\{([^{}]*)\}/u', static function (array $found) use ($words, $pattern): string {
            return FileName::plain($words[mb_strtolower($found[1])] ?? throw new Refused(\sprintf('The name pattern “%s” has “{%s}” in it, which stands for nothing. Use {%s}.', $pattern, $found[1], implode('}, {', self::WORDS))));
        }, $pattern);
        // What stood for nothing leaves its hyphens behind.
        $name = trim((string) preg_replace('/([-_. ])[-_. ]+/', '$1', FileName::plain($name)), "-_. \t");
        if ('' === $name) {
            throw new Refused(\sprintf('The name pattern “%s” yields nothing for “%s”. Add {photo} or {number} to it.', $pattern, $original));
        }

        return $name;
    }

    /** How many names were made different from what the pattern says, since it was given already. */
    public function changed(): int
    {
        return array_sum(array_map(static fn (UniqueNames $names): int => $names->changed(), $this->names));
    }
}
