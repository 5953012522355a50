<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Composer\Semver\Semver;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\Tests\Outside;

/** What is installed is what was tested, and what is missing is said before anything is. "make fresh" tries the rest. */
final class InstallingTest extends TestCase
{
    public function testEveryPackageHasAFixedVersion(): void
    {
        $pinned = [];
        foreach (['runtime', 'development'] as $list) {
            /** @var array{require: array<string, string>} $read */
            $read = self::json("versions/$list/composer.json");
            $pinned += $read['require'];
        }
        /** @var array{packages: list<array{name: string, version: string, type: string}>} $installed */
        $installed = self::json('vendor/composer/installed.json');
        $there = array_column(array_filter($installed['packages'], static fn (array $package): bool => 'metapackage' !== $package['type']), 'version', 'name');
        ksort($pinned);
        ksort($there);
        self::assertSame($pinned, $there, 'run bin/update-php-packages, and install again');
        foreach ($pinned as $name => $version) {
            self::assertMatchesRegularExpression('/^v?\d+\.\d+(\.\d+)*$/D', $version, $name);
        }
    }

    /**
     * @param array<string, string|null> $programs what they answer; null for one that is not there
     * @param non-empty-string           $first    what is said first
     */
    #[DataProvider('machines')]
    public function testWhatIsMissingOrTooOldIsSaidFirst(array $programs, string $first): void
    {
        $folder = Outside::scratch();
        foreach (['sh' => '', 'sed' => '', 'find' => '', 'apt-get' => 'echo installed >> "$0.called"', 'dpkg-query' => ''] as $name => $script) {
            '' === $script && 'dpkg-query' !== $name ? symlink(trim(Outside::run(['which', $name])), "$folder/$name") : self::script("$folder/$name", $script);
        }
        foreach ($programs as $name => $script) {
            null === $script || self::script("$folder/$name", $script);
        }
        $make = new Process(['/usr/bin/make', 'demo', 'SHELL=/bin/sh'], Outside::root(), ['PATH' => $folder]);
        self::assertNotSame(0, $make->run());
        self::assertStringStartsWith($first, $make->getErrorOutput());
        self::assertFileDoesNotExist("$folder/apt-get.called");
    }

    /** @return iterable<string, array{array<string, string|null>, non-empty-string}> */
    public static function machines(): iterable
    {
        $fine = ['php' => 'exit 0', 'composer' => 'echo Composer version 2.5.5', 'node' => 'echo 20.19.0', 'npm' => 'exit 0'];
        yield 'no PHP' => [['php' => null] + $fine, 'PHP 8.2 or later is missing. Install it with "apt-get install php-cli'];
        yield 'PHP too old' => [['php' => 'case "$2" in exit*) exit 1;; *) echo 8.1.2;; esac'] + $fine, 'PHP 8.1.2 is too old: 8.2'];
        yield 'no Composer' => [['composer' => null] + $fine, 'Composer 2 is missing. Install it with'];
        yield 'Composer too old' => [['composer' => 'echo Composer version 1.10.26'] + $fine, 'Composer 1.10.26 is too old'];
        yield 'no Node' => [['node' => null] + $fine, 'Node with npm is missing: 20.19, 22.13 or 24 or later'];
        yield 'no npm' => [['npm' => null] + $fine, 'Node with npm is missing'];
        foreach (['18.19.0', '20.18.3', '21.7.0', '22.12.0', '23.11.0'] as $version) {
            yield "Node $version" => [['node' => "echo $version"] + $fine, "Node $version does not fit: 20.19, 22.13 or 24"];
        }
    }

    public function testTheVersionsThatAreAskedForAreThoseThatPackagesNeed(): void
    {
        /** @var array{require: array{php: string}} $composer */
        $composer = self::json('composer.json');
        self::assertStringStartsWith('>=8.2 ', $composer['require']['php']);
        $script = (string) file_get_contents(Outside::root().'/bin/check-requirements');
        self::assertSame(1, preg_match("/^NODES='([^']+)'$/m", $script, $found));
        /** @var array{packages: array<string, array{dev?: bool, engines?: array{node?: string}}>} $lock */
        $lock = self::json('package-lock.json');
        foreach (explode(' ', $found[1] ?? '') as $version) {
            // Those of "make demo", and the two that all the others of "make test" and "make check" hang on.
            $needed = array_filter($lock['packages'], static fn (array $package, string $name): bool => !($package['dev'] ?? false) || \in_array($name, ['node_modules/vitest', 'node_modules/eslint'], true), \ARRAY_FILTER_USE_BOTH);
            foreach ($needed as $name => $package) {
                // A number alone means the whole line of versions there.
                $range = preg_replace('/(^|\|\| ?)(\d+)(?= |$)/', '$1^$2', (string) preg_replace('/(?<=[<>=^~]) +/', '', $package['engines']['node'] ?? '*'));
                self::assertTrue(Semver::satisfies($version.'.0', (string) $range), "$name on Node $version: $range");
            }
        }
    }

    /** @return array<mixed> */
    private static function json(string $path): array
    {
        return (array) json_decode((string) file_get_contents(Outside::root().'/'.$path), true, 64, \JSON_THROW_ON_ERROR);
    }

    private static function script(string $path, string $does): void
    {
        file_put_contents($path, "#!/bin/sh\n$does\n");
        chmod($path, 0o755);
    }
}
