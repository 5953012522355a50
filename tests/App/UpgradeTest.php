<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;
use Tovrin\Tests\Outside;

/**
 * A data folder of every form there has been, as the version of its day left it (tests/upgrades/make.mjs), served by today's: all of it
 * is there and right.
 */
final class UpgradeTest extends ServedTestCase
{
    /** Between a file of then and of today, in levels of 255: the table of the grade is finer today, and so was what wrote the file. */
    private const LEVELS_MEAN = 0.6;

    protected function setUp(): void
    {
        $this->data = Outside::scratch();
        $this->port = self::freePort();
    }

    /** @param array{history: list<int>, revision: int, moves: int, versions: list<string>, looks: list<array{string, string}>} $kept */
    #[DataProvider('folders')]
    public function testAFolderOfThePastIsServedWithEverythingInIt(string $archive, array $kept): void
    {
        self::unpack($archive, $this->data);
        $finished = (string) file_get_contents($this->data.'/exports/1');
        $this->serve = $this->started();
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
        $copies = glob($this->data.'/tovrin-before-update-*.sqlite') ?: [];
        self::assertMatchesRegularExpression('/Updating the database\. A copy of the old one is kept as (\S+)\./', $this->serve->getOutput());
        self::assertCount(1, $copies);
        self::assertSame('ok', (new \PDO('sqlite:'.$copies[0]))->query('PRAGMA integrity_check')->fetchColumn()); // @phpstan-ignore method.nonObject

        $sets = $this->api('GET', '/api/sets');
        self::assertSame(['Autumn 漢', 2], [self::at($sets, 0, 'name'), self::at($sets, 0, 'photoCount')]);
        self::assertSame(['bowl.jpg', 'chart é.png'], array_column((array) self::at($this->api('GET', '/api/sets/1'), 'photos'), 'name'));
        $grade = $this->api('GET', '/api/photos/1/grade');
        self::assertSame([$kept['moves'], true, true], [\count((array) self::at($grade, 'look', 'moves')), $grade['canUndo'], $grade['canRedo']]);
        self::assertSame($kept['versions'], array_column($this->api('GET', '/api/photos/1/versions'), 'name'));
        self::assertEqualsCanonicalizing($kept['looks'], array_map(static fn (mixed $one): array => [self::at($one, 'look', 'name'), self::at($one, 'group')], $this->api('GET', '/api/looks')));

        $this->assertFilesAreThere($finished);
        $this->assertSamePixels((array) $grade['look']);
        // To the first step, and to the last.
        $hues = [];
        foreach (['undo', 'redo', 'redo'] as $step) {
            $grade = $this->api('POST', '/api/photos/1/'.$step, ['basedOn' => $grade['revision']]);
            $hues[] = [\count((array) self::at($grade, 'look', 'moves')), self::at($grade, 'look', 'moves', 0, 'params', 'hue')];
        }
        self::assertEquals([[1, $kept['history'][0]], [2, $kept['history'][1]], [2, $kept['history'][2]]], $hues);
    }

    /** @return iterable<string, array{string, array<mixed>}> */
    public static function folders(): iterable
    {
        $archives = glob(Outside::root().'/tests/upgrades/*.zip') ?: [];
        self::assertGreaterThanOrEqual(5, \count($archives));
        foreach ($archives as $path) {
            yield basename($path, '.zip') => [$path, (array) json_decode((string) file_get_contents("zip://$path#kept.json"), true, 16, \JSON_THROW_ON_ERROR)];
        }
    }

    public function testAFolderOfANewerVersionIsRefusedAndLeftAsItIs(): void
    {
        $database = $this->folderOfToday();
        $database->exec("INSERT INTO doctrine_migration_versions (version, executed_at, execution_time) VALUES ('Tovrin\\Migrations\\Version20990101000000', NULL, NULL)");
        unset($database);
        file_put_contents($this->data.'/written-by', "Tovrin 9.4\n");
        $before = hash_file('xxh128', $this->data.'/tovrin.sqlite');
        foreach ([['serve', '--port', (string) $this->port], ['demo', '--port', (string) $this->port], ['work']] as $command) {
            $refused = new Process([Outside::root().'/bin/tovrin', ...$command], null, ['TOVRIN_DATA' => $this->data], null, 30.0);
            self::assertSame(2, $refused->run(), $refused->getOutput());
            self::assertStringContainsString('was last used by Tovrin 9.4', $refused->getErrorOutput());
            self::assertStringContainsString('Start that version', $refused->getErrorOutput());
        }
        self::assertSame($before, hash_file('xxh128', $this->data.'/tovrin.sqlite'));
    }

    /** Timestamps that older versions did not write are no reason to throw files away. */
    public function testFinishedFilesStayWhereNobodyWroteDownWhenTheyWereMade(): void
    {
        [$path] = [...self::folders()]['5-revisions'];
        self::unpack($path, $this->data);
        (new \PDO('sqlite:'.$this->data.'/tovrin.sqlite'))->exec('UPDATE export_job SET made_at = NULL, seen_at = NULL');
        $this->serve = $this->started();
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
        self::assertCount(3, $this->api('GET', '/api/deliveries'));
        self::assertFileExists($this->data.'/exports/1');
        $this->allDone();
    }

    private function folderOfToday(): \PDO
    {
        $this->serve = $this->started();
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
        $this->serve->stop(10.0, \SIGTERM);

        return new \PDO('sqlite:'.$this->data.'/tovrin.sqlite');
    }

    private function assertFilesAreThere(string $finished): void
    {
        self::assertSame($finished, (string) file_get_contents("http://127.0.0.1:{$this->port}/api/exports/1/file"), 'what was finished is still there');
        // What waited, and what was being made, is made now.
        $this->allDone();
        foreach ([2, 3] as $id) {
            $info = getimagesizefromstring((string) file_get_contents("http://127.0.0.1:{$this->port}/api/exports/$id/file"));
            self::assertSame([240, 160], \is_array($info) ? [$info[0], $info[1]] : null);
        }
    }

    private function allDone(): void
    {
        self::until(fn (): array => $this->api('GET', '/api/deliveries'), static fn (array $all): bool => 3 === \count($all) && 3 === array_sum(array_column($all, 'done')));
    }

    /** @param array<mixed> $look */
    private function assertSamePixels(array $look): void
    {
        $original = (glob($this->data.'/photos/*/original') ?: [])[0];
        if ('image/png' === mime_content_type($original)) {
            $original = (glob($this->data.'/photos/*/original') ?: [])[1];
        }
        file_put_contents($this->data.'/look.json', json_encode($look, \JSON_THROW_ON_ERROR));
        $render = new Process([Outside::root().'/bin/tovrin', 'render', $original, '--look', $this->data.'/look.json', '-o', $this->data.'/now.png'], null, null, null, 60.0);
        $render->mustRun();
        $then = new \Imagick($this->data.'/expected.png');
        [, $mean] = $then->compareImages(new \Imagick($this->data.'/now.png'), \Imagick::METRIC_MEANABSOLUTEERROR);
        self::assertLessThan(self::LEVELS_MEAN / 255, $mean);
    }

    private static function unpack(string $archive, string $into): void
    {
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($archive));
        self::assertTrue($zip->extractTo($into));
        $zip->close();
    }
}
