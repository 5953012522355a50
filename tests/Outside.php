<?php

declare(strict_types=1);

namespace Tovrin\Tests;

use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/** Programs from outside the project that results are checked against. */
final class Outside
{
    /**
     * Runs a program and gives its standard output; fails the test when it fails.
     *
     * @param list<string> $command
     */
    public static function run(array $command, string $input = ''): string
    {
        $process = new Process($command, self::root(), null, $input, 120.0);
        $process->mustRun();

        return $process->getOutput();
    }

    /** ImageMagick's convert; on some machines a program of that name is something else. */
    public static function convert(): string
    {
        foreach (['/usr/bin/convert', (new ExecutableFinder())->find('convert') ?? 'convert'] as $path) {
            if (is_executable($path) && str_contains((new Process([$path, '-version']))->mustRun()->getOutput(), 'ImageMagick')) {
                return $path;
            }
        }

        throw new \RuntimeException('ImageMagick is missing: run "make test", which installs it.');
    }

    public static function root(): string
    {
        return \dirname(__DIR__);
    }

    /** A folder for this test run, removed at its end. */
    public static function scratch(): string
    {
        $folder = sys_get_temp_dir().'/tovrin-test-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o777, true);
        register_shutdown_function(static function () use ($folder): void {
            (new Process(['rm', '-rf', $folder]))->run();
        });

        return $folder;
    }

    /**
     * Encoded sRGB colours spread over the whole cube, the corners and greys included.
     *
     * @return list<array{0: float, 1: float, 2: float}>
     */
    public static function spread(): array
    {
        $levels = [0.0, 0.02, 0.2, 0.45, 0.5, 0.77, 1.0];
        $colours = [];
        foreach ($levels as $r) {
            foreach ($levels as $g) {
                foreach ($levels as $b) {
                    $colours[] = [$r, $g, $b];
                }
            }
        }

        return $colours;
    }
}
