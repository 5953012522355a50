<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Input\InputInterface;
use Tovrin\App\Exception\UsageError;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\DataInMemory;
use Tovrin\Core\Model\Table\Tables;

/** Reads what the commands share from their arguments. Every failure is a UsageError. */
final class Files
{
    public static function look(InputInterface $input): Grade
    {
        return self::lookAt(self::option($input, 'look') ?? throw new UsageError('Which look? Give a look file with --look FILE.json.'));
    }

    public static function lookAt(string $path): Grade
    {
        $json = is_file($path) ? @file_get_contents($path) : false;
        if (false === $json) {
            throw new UsageError(\sprintf('The look "%s" cannot be read. Check the path.', $path));
        }
        try {
            return LookJson::read($json, new Tables(kept: new DataInMemory()));
        } catch (FormatError $e) {
            throw new UsageError(\sprintf('%s: %s', $path, $e->getMessage()), 0, $e);
        }
    }

    /** @return int|null null where none is given */
    public static function lattice(InputInterface $input): ?int
    {
        $text = self::option($input, 'lattice');
        if (null === $text) {
            return null;
        }
        if (1 !== preg_match('/^\d{1,4}$/D', $text) || (int) $text < Cube::MIN_SIZE || (int) $text > Cube::MAX_SIZE) {
            throw new UsageError(\sprintf('--lattice %s is not possible: give a whole number from %d to %d, for example 33.', $text, Cube::MIN_SIZE, Cube::MAX_SIZE));
        }

        return (int) $text;
    }

    /** The argument that names a folder, without slashes at its end. */
    public static function folder(InputInterface $input): string
    {
        $folder = $input->getArgument('folder');

        return \is_string($folder) && '' !== trim($folder, '/') ? rtrim($folder, '/') : throw new UsageError('Which folder? Name one.');
    }

    public static function output(InputInterface $input): string
    {
        $path = self::option($input, 'output') ?? '';
        if ('' === $path) {
            throw new UsageError('Where to? Name the file to write with -o FILE.');
        }
        if (is_dir($path)) {
            throw new UsageError(\sprintf('"%s" is a folder. Name the file to write in it, for example %s/picture.jpg.', $path, rtrim($path, '/')));
        }

        return $path;
    }

    /** The folder that files go to; it need not be there yet. */
    public static function outputFolder(InputInterface $input): string
    {
        $path = self::option($input, 'output') ?? '';
        if ('' === $path) {
            throw new UsageError('Where to? Name the folder to write to with -o FOLDER.');
        }
        if (file_exists($path) && !is_dir($path)) {
            throw new UsageError(\sprintf('"%s" is a file. Name a folder to write to.', $path));
        }

        return $path;
    }

    public static function option(InputInterface $input, string $name): ?string
    {
        $value = $input->getOption($name);

        return \is_scalar($value) ? (string) $value : null;
    }
}
