<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Tovrin\App\Http\Problem;
use Tovrin\App\Server\FileModes;

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
     * The folder itself, or one inside it, which is made if it is not there.
     *
     * @throws Problem when there is none, or the name is a path
     */
    public function at(?string $inside): string
    {
        $path = $this->path() ?? throw new Problem(422, 'No folder of the server is allowed for deliveries. Its owner can name one with the setting TOVRIN_DELIVER_TO.');
        $inside = trim((string) $inside);
        if ('' !== $inside) {
            if (1 === preg_match('#[/\\\\\x00-\x1F]|^\.#', $inside)) {
                throw new Problem(422, \sprintf('“%s” is no name of a folder: it may not begin with a full stop or have “/” or “\” in it.', $inside));
            }
            $path .= '/'.$inside;
        }
        $isNew = @mkdir($path, 0o777, true);
        if (!$isNew && !is_dir($path)) {
            throw new Problem(422, \sprintf('The folder “%s” cannot be made. Check the setting TOVRIN_DELIVER_TO and who may write there.', $path));
        }
        if ($isNew) {
            FileModes::open($path);
        }

        return $path;
    }

    /** @return array<string, int> numbers of the jobs, by paths of files that are not finished, there and in the folders inside */
    public function unfinished(): array
    {
        $found = [];
        foreach (null === $this->path() ? [] : (glob($this->path().'/{,*/}.*.part', \GLOB_BRACE) ?: []) as $path) {
            if (1 === preg_match('/\.(\d+)\.part$/D', $path, $number)) {
                $found[$path] = (int) $number[1];
            }
        }

        return $found;
    }

    /** @return list<string> names in use there */
    public function names(?string $inside): array
    {
        return array_values(array_diff(@scandir($this->at($inside)) ?: [], ['.', '..']));
    }
}
