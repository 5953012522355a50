<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

/** A file that goes from one machine to another: by its name beside the photo, and by its content. */
final readonly class TaskFile
{
    /** What is handed back besides the finished file is kept beside the photo under its own name. */
    public const RESULT = 'result';

    /** @param string $sha256 of its content, in hexadecimal digits */
    public function __construct(public string $name, public string $sha256, public int $bytes)
    {
    }

    public static function at(string $name, string $path): self
    {
        return new self($name, (string) hash_file('sha256', $path), (int) filesize($path));
    }
}
