<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Files\UniqueNames;

/** The folder of this machine that files may be delivered to, if its owner has allowed one by the setting TOVRIN_DELIVER_TO. */
final readonly class AllowedFolder
{
    public function __construct(#[Autowire('%env(TOVRIN_DELIVER_TO)%')] private string $path)
    {
    }

    /** Null when none is allowed. */
    public function path(): ?string
    {
        return '' === $this->path ? null : rtrim($this->path, '/');
    }

    /**
     * The folder itself, or one inside it, or one inside that; what is not there is made.
     *
     * @throws Refused when there is none, it is gone, or a name leads out of it
     */
    public function at(?string ...$inside): string
    {
        $path = $this->root();
        foreach (self::named($inside) as $name) {
            $path = $this->inside($path, $name);
            $isNew = @mkdir($path, 0o777);
            if (!$isNew && !is_dir($path)) {
                throw new Refused(\sprintf('The folder “%s” cannot be made: %s. Check who may write there, and that its disk has room.', $path, self::reason()));
            }
            if ($isNew) {
                FileModes::open($path);
            }
        }

        return $path;
    }

    /** @return list<string> names in use there; none where the folder is still to be made */
    public function names(?string ...$inside): array
    {
        $path = array_reduce(self::named($inside), $this->inside(...), $this->root());

        return array_values(array_diff(@scandir($path) ?: [], ['.', '..']));
    }

    /** @return array<string, int> numbers of the jobs, by paths of files that are not finished, there and in the folders inside */
    public function unfinished(): array
    {
        $found = [];
        foreach (null === $this->path() ? [] : self::folders($this->path(), 2) as $folder) {
            foreach (glob($folder.'/.*.part') ?: [] as $path) {
                if (1 === preg_match('/\.(\d+)\.part$/D', $path, $number)) {
                    $found[$path] = (int) $number[1];
                }
            }
        }

        return $found;
    }

    /** @return \Generator<string> a folder and those within it, so many deep; none that a link leads to */
    private static function folders(string $path, int $deep): \Generator
    {
        yield $path;
        foreach ($deep > 0 ? (glob($path.'/*', \GLOB_ONLYDIR) ?: []) : [] as $inside) {
            if (!is_link($inside)) {
                yield from self::folders($inside, $deep - 1);
            }
        }
    }

    /**
     * @param array<string|null> $inside
     *
     * @return list<string>
     */
    private static function named(array $inside): array
    {
        return array_values(array_filter(array_map(static fn (?string $name): string => trim((string) $name), $inside), static fn (string $name): bool => '' !== $name));
    }

    /** @throws Refused when a folder cannot be called so */
    public static function refuseNoName(string $name): void
    {
        if (1 === preg_match('#[/\\\\\x00-\x1F]|^\.#', $name)) {
            throw new Refused(\sprintf('“%s” is no name of a folder: it may not begin with a full stop or have “/” or “\” in it.', $name));
        }
    }

    /** The path of a folder in another one, both within what is allowed. */
    private function inside(string $in, string $name): string
    {
        self::refuseNoName($name);
        $path = $in.'/'.$this->asItIsThere($in, $name);
        if (is_link($path) && !str_starts_with(realpath($path).'/', realpath((string) $this->path()).'/')) {
            throw new Refused(\sprintf('“%s” in the folder for deliveries leads to a place outside it, which is not allowed. Choose another name.', $name));
        }

        return $path;
    }

    /**
     * @return string the allowed folder, as it was named
     *
     * @throws Refused when there is none, or it is gone
     */
    private function root(): string
    {
        $path = $this->path() ?? throw new Refused('No folder of the server is allowed for deliveries. Its owner can name one with the setting TOVRIN_DELIVER_TO.');
        // Never made anew: what is missing is a disk or a share, and files put in its place would not be where they are looked for.
        if (false === realpath($path) || !is_dir($path)) {
            throw new Refused(\sprintf('The folder for deliveries “%s” is not there. If it lies on another disk or on a share, connect that again; otherwise make the folder, or name another one with the setting TOVRIN_DELIVER_TO.', $path));
        }

        return $path;
    }

    /** The name by which a folder is there already, in another form of the same letters for example; else a name that disks take. */
    private function asItIsThere(string $root, string $inside): string
    {
        foreach (is_dir($root.'/'.$inside) ? [] : (@scandir($root) ?: []) as $name) {
            if (UniqueNames::areSame($name, $inside) && is_dir($root.'/'.$name)) {
                return $name;
            }
        }

        return is_dir($root.'/'.$inside) ? $inside : (new UniqueNames())->give($inside);
    }

    private static function reason(): string
    {
        return (string) preg_replace('/^.*: /', '', error_get_last()['message'] ?? 'the system does not say why');
    }
}
