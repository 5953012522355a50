<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\Process\Process;
use Tovrin\App\Server\Housekeeping;
use Tovrin\App\Server\WorkerDoor;
use Tovrin\Tests\Outside;

/** "bin/tovrin backup" and "restore": right in themselves, whatever goes on meanwhile. */
final class BackupTest extends ApiTestCase
{
    private const SHIFT = ['kind' => 'shift', 'params' => ['hue' => 60]];

    public function testWhatWasBackedUpComesBackAsItWas(): void
    {
        $this->patches(2);
        $this->grade(1, 0, self::SHIFT);
        $this->deliver(1, 1, ['format' => 'png', 'lattice' => 9]);
        $this->work();
        // By it, workers on other machines know this one.
        $certificate = WorkerDoor::pin($this->data);
        $backup = $this->data.'-backup';
        self::assertStringContainsString('2 photos', $this->said('backup', $backup));
        $file = (string) file_get_contents($this->data.'/exports/1');
        // What happens afterwards is not in it.
        $this->grade(1, 1, self::SHIFT, ['kind' => 'warmth']);
        $this->call('DELETE', '/api/photos/2');

        $restored = $this->data.'-restored';
        $this->said('restore', $backup, $restored);
        parent::tearDown();
        $this->data = $restored;
        $this->beginWith(null);
        self::assertSame(1, $this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade')['revision']);
        self::assertSame(200, $this->call('GET', '/api/photos/2')->getStatusCode());
        self::assertStringEqualsFile($restored.'/exports/1', $file);
        self::assertSame($certificate, WorkerDoor::pin($restored));
        foreach (['preview', 'thumb', 'full'] as $picture) {
            self::assertSame(200, $this->call('GET', '/api/photos/1/'.$picture)->getStatusCode());
        }
        self::assertSame([], array_filter(glob($backup.'/{,.}*', \GLOB_BRACE) ?: [], static fn (string $path): bool => str_ends_with($path, '.part') || str_ends_with($path, '.new')));
    }

    public function testALaterBackupCopiesWhatIsNewAndDropsWhatIsGone(): void
    {
        $this->patches(2);
        $backup = $this->data.'-backup';
        $this->said('backup', $backup);
        self::assertStringContainsString('0 files were copied', $this->said('backup', $backup));
        $this->connection()->executeStatement("UPDATE photo SET removed_at = '2000-01-01 00:00:00' WHERE id = 2");
        $housekeeping = $this->kernel->getContainer()->get(Housekeeping::class);
        self::assertInstanceOf(Housekeeping::class, $housekeeping);
        $housekeeping->clear();
        self::assertStringContainsString('1 photos', $this->said('backup', $backup));
        self::assertCount(1, glob($backup.'/photos/*') ?: []);
    }

    /** Photos come in and go for good while it is made; each backup opens, and has the file of every photo it knows. */
    public function testItIsRightInItselfWhileMuchGoesOn(): void
    {
        $this->patches(2);
        for ($round = 0; $round < 4; ++$round) {
            $backup = new Process([Outside::root().'/bin/tovrin', 'backup', $this->data.'-backup'], null, ['TOVRIN_DATA' => $this->data], null, 60.0);
            $backup->start();
            while ($backup->isRunning()) {
                $this->call('POST', '/api/sets/1/photos?name=more.png', (string) file_get_contents($this->data.'/patches.png'));
                $this->connection()->executeStatement("UPDATE photo SET removed_at = '2000-01-01 00:00:00' WHERE id = (SELECT MIN(id) FROM photo)");
                $housekeeping = $this->kernel->getContainer()->get(Housekeeping::class);
                self::assertInstanceOf(Housekeeping::class, $housekeeping);
                $housekeeping->clearRemoved('2001-01-01 00:00:00');
            }
            self::assertSame(0, $backup->getExitCode(), $backup->getErrorOutput());
            $copy = new \PDO('sqlite:'.$this->data.'-backup/tovrin.sqlite');
            $keys = $copy->query('SELECT store_key FROM photo');
            self::assertNotFalse($keys);
            foreach ($keys->fetchAll(\PDO::FETCH_COLUMN) as $key) {
                self::assertIsString($key);
                self::assertFileExists($this->data."-backup/photos/$key/original");
                self::assertFileExists($this->data."-backup/photos/$key/preview.jpg");
            }
        }
    }

    public function testFoldersThatAreSomethingElseAreRefused(): void
    {
        $this->patches();
        self::assertStringContainsString('inside the data folder', $this->refused('backup', $this->data.'/copy'));
        self::assertStringContainsString('holds something else', $this->refused('backup', Outside::root().'/docs'));
        self::assertStringContainsString('no folder', $this->refused('backup', '/nowhere/at/all'));
        self::assertStringContainsString('is not a backup', $this->refused('restore', Outside::root().'/docs', $this->data.'-restored'));
        $this->said('backup', $this->data.'-backup');
        self::assertStringContainsString('nothing is put over them', $this->refused('restore', $this->data.'-backup'));
        self::assertStringContainsString('nothing to back up', $this->refused('backup', $this->data.'-other', $this->data.'-empty'));
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        (new Process(['rm', '-rf', ...glob(preg_replace('/-restored$/', '', $this->data).'-*') ?: []]))->run();
    }

    private function said(string $command, string $folder, ?string $data = null): string
    {
        $process = $this->process($command, $folder, $data);
        self::assertSame(0, $process->run(), $process->getErrorOutput());

        return $process->getOutput();
    }

    private function refused(string $command, string $folder, ?string $data = null): string
    {
        $process = $this->process($command, $folder, $data);
        self::assertSame(2, $process->run(), $process->getOutput());

        return $process->getErrorOutput();
    }

    private function process(string $command, string $folder, ?string $data): Process
    {
        return new Process([Outside::root().'/bin/tovrin', $command, $folder], null, ['TOVRIN_DATA' => $data ?? $this->data], null, 60.0);
    }
}
