<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Imaging\Encode\Format\FileFormat;
use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\Core\Colour\ColourSpace;
use Tovrin\Core\Colour\ColourSpaces;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Tests\Outside;

/** Dependencies point inwards, and the lists are complete. */
final class ArchitectureTest extends TestCase
{
    public function testTheCoreDependsOnNothingAboveIt(): void
    {
        foreach (self::files('core', 'php') as $file) {
            $code = (string) file_get_contents($file);
            preg_match_all('/\b(?:use|new|extends|implements)\s+\\\\?((?:Tovrin|Symfony|Doctrine|Psr|Imagick)[\\\\A-Za-z]*)/', $code, $found);
            foreach ($found[1] as $name) {
                self::assertStringStartsWith('Tovrin\Core\\', $name, $file);
            }
            self::assertDoesNotMatchRegularExpression('/\b(Imagick|FFI|PDO|curl_|fopen|file_put_contents|file_get_contents|\$_(GET|POST|SERVER|ENV)|getenv)\b/', str_replace('FILE', '', $code), "$file does input or output");
        }
    }

    /** Inside the core each folder may use those before it in this list, and no other: no circles. */
    public function testTheFoldersOfTheCoreDependOnEachOtherInOneDirection(): void
    {
        $order = ['Colour', 'Tone', 'Cube', 'Model', 'Area', 'Reach', 'Move', 'Grade', 'Reading', 'Format'];
        self::assertEqualsCanonicalizing($order, array_map('basename', glob(Outside::root().'/core/*', \GLOB_ONLYDIR) ?: []));
        // Neither of these needs the other, whatever their order.
        $apart = ['Move' => 'Reach', 'Reading' => 'Format', 'Format' => 'Reading', 'Cube' => 'Tone'];
        self::assertOneDirection('core', 'Core', $order, $apart);
    }

    /** Inside the application each room may use those before it in this list, and no other: no circles. */
    public function testTheRoomsOfTheApplicationDependOnEachOtherInOneDirection(): void
    {
        $order = ['Exception', 'Process', 'Files', 'Doctrine', 'Queue', 'Workers', 'Message', 'Imaging', 'Entity', 'Repository', 'Library', 'Learning', 'Reading', 'Grading', 'Archive', 'Delivery', 'MessageHandler', 'Machines', 'Server', 'Api', 'Command'];
        self::assertEqualsCanonicalizing($order, array_map('basename', glob(Outside::root().'/src/*', \GLOB_ONLYDIR) ?: []));
        // Neither of these needs the other, whatever their order.
        $apart = ['Reading' => 'Grading', 'Grading' => 'Reading', 'Process' => 'Files', 'Queue' => 'Doctrine', 'Doctrine' => 'Queue'];
        self::assertOneDirection('src', 'App', $order, $apart);
    }

    /**
     * @param list<string>          $order
     * @param array<string, string> $apart
     */
    private static function assertOneDirection(string $root, string $namespace, array $order, array $apart): void
    {
        foreach (self::files($root, 'php') as $file) {
            $folder = explode('/', substr($file, \strlen(Outside::root()."/$root/")))[0];
            if (str_ends_with($folder, '.php')) {
                continue;
            }
            // What earlier versions called a message is no use of it.
            $former = str_ends_with($file, 'Message/FormerNames.php') ? ['Export', 'Sheet', 'Choosing', 'Photo'] : [];
            preg_match_all('/Tovrin\\\\'.$namespace.'\\\\([A-Z][A-Za-z]+)\\\\/', (string) file_get_contents($file), $found);
            foreach (array_diff(array_unique($found[1]), $former) as $other) {
                self::assertLessThanOrEqual(array_search($folder, $order, true), array_search($other, $order, true), "$file uses $other");
                self::assertNotSame($apart[$folder] ?? '', $other, $file);
            }
        }
    }

    /** Only where requests are answered is there HTTP; pictures know nothing of the database. */
    public function testWhatLiesBelowTheApiKnowsNoHttp(): void
    {
        foreach (self::files('src', 'php') as $file) {
            $path = substr($file, \strlen(Outside::root().'/src/'));
            $code = (string) file_get_contents($file);
            if (1 !== preg_match('#^(Api/|Command/SchemaCommand|Server/FrontDoor|Kernel)#', $path)) {
                self::assertDoesNotMatchRegularExpression('/Symfony\\\\(Component|Bundle)\\\\(HttpFoundation|HttpKernel|Routing)|Tovrin\\\\App\\\\Api\\\\Http/', $code, $path);
            }
            if (str_starts_with($path, 'Imaging/')) {
                self::assertDoesNotMatchRegularExpression('/\\bDoctrine\\\\/', $code, $path);
            }
        }
    }

    public function testTheApplicationKnowsNothingOfTheStudioButItsBuiltFiles(): void
    {
        foreach (self::files('src', 'php') as $file) {
            self::assertStringNotContainsString('studio/src', (string) file_get_contents($file), $file);
        }
        foreach ([...self::files('studio/src', 'ts'), ...self::files('studio/src', 'tsx')] as $file) {
            preg_match_all("/from '((?:\.\.\/)+(?:core|src|tests)\/[^']+)'/", (string) file_get_contents($file), $found);
            foreach ($found[1] as $import) {
                self::assertStringEndsWith('core/Format/look.schema.json', $import, "$file reaches past HTTP");
            }
        }
    }

    /** In the studio each folder may use those before it: what draws and what has states know no screen, and controls know no feature. */
    public function testTheFoldersOfTheStudioDependOnEachOtherInOneDirection(): void
    {
        $order = ['generated', 'model', 'gl', 'api', 'ui', 'features'];
        self::assertEqualsCanonicalizing($order, array_unique([...array_map('basename', glob(Outside::root().'/studio/src/*', \GLOB_ONLYDIR) ?: []), 'generated']));
        foreach ([...self::files('studio/src', 'ts'), ...self::files('studio/src', 'tsx')] as $file) {
            $parts = explode('/', substr($file, \strlen(Outside::root().'/studio/src/')));
            if (1 === \count($parts)) {
                continue;
            }
            preg_match_all("#from '((?:\.\./)+)([a-z]+)/#", (string) file_get_contents($file), $found, \PREG_SET_ORDER);
            foreach ($found as [, $up, $folder]) {
                if (substr_count($up, '..') === \count($parts) - 1) {
                    self::assertLessThanOrEqual(array_search($parts[0], $order, true), array_search($folder, $order, true), "$file uses $folder");
                }
            }
        }
    }

    public function testEverySpaceAndEveryKindOfMoveIsListed(): void
    {
        self::assertEqualsCanonicalizing(self::implementing('Colour', ColourSpace::class), ColourSpaces::ALL);
        self::assertEqualsCanonicalizing(self::implementing('Move/Kind', MoveKind::class), MoveKinds::ALL);
        $formats = array_map(static fn (string $path): string => 'Tovrin\App\Imaging\Encode\Format\\'.basename($path, '.php'), glob(Outside::root().'/src/Imaging/Encode/Format/*.php') ?: []);
        self::assertEqualsCanonicalizing(array_values(array_filter($formats, static fn (string $class): bool => class_exists($class) && is_subclass_of($class, FileFormat::class))), FileFormats::ALL);
    }

    /** @return list<class-string> */
    private static function implementing(string $folder, string $interface): array
    {
        $classes = [];
        foreach (self::files('core/'.$folder, 'php') as $file) {
            $class = 'Tovrin\Core\\'.str_replace('/', '\\', $folder).'\\'.basename($file, '.php');
            if (class_exists($class) && is_subclass_of($class, $interface)) {
                $classes[] = $class;
            }
        }

        return $classes;
    }

    /** @return list<string> */
    private static function files(string $folder, string $extension): array
    {
        $files = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(Outside::root().'/'.$folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof \SplFileInfo && $file->getExtension() === $extension) {
                $files[] = $file->getPathname();
            }
        }
        self::assertNotSame([], $files);

        return $files;
    }
}
