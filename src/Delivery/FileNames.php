<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Exception\Refused;
use Tovrin\App\Files\FileName;
use Tovrin\App\Files\UniqueNames;

/**
 * Names of finished files by a pattern: words between braces stand for what is known of the photo, all else for itself.
 * No name is a path, none is the photo's own, and no two of a delivery are the same.
 */
final class FileNames
{
    public const USUAL = '{photo}-{look}';
    /** What a pattern may hold between braces. */
    public const WORDS = ['photo', 'look', 'version', 'number', 'set', 'date'];
    private readonly UniqueNames $names;

    /** @param list<string> $taken names that are in use already where the files go */
    public function __construct(array $taken = [])
    {
        $this->names = new UniqueNames($taken);
    }

    /**
     * A name for one file.
     *
     * @param array<string, string> $words    what the words between braces stand for
     * @param string                $ending   behind it, with its full stop
     * @param string                $original the photo's own name
     *
     * @throws Refused when the pattern is a path, holds a word there is not, or yields nothing
     */
    public function next(string $pattern, array $words, string $ending, string $original): string
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
        if (UniqueNames::areSame($name.$ending, $original)) {
            $name .= '-graded';
        }

        return $this->names->give($name, $ending);
    }

    /** How many names were made different from what the pattern says, since it was given already. */
    public function changed(): int
    {
        return $this->names->changed();
    }
}
