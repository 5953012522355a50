<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Query;
use Psr\Log\NullLogger;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Tovrin\App\Api\Http\ProblemListener;
use Tovrin\App\Delivery\Abandoned;
use Tovrin\App\Delivery\ExportQueue;
use Tovrin\App\Doctrine\DatabaseTrouble;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Files\OwnedName;
use Tovrin\App\Imaging\Encode\SizeLimit;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Process\Leases;
use Tovrin\App\Server\Database;
use Tovrin\Tests\Outside;

/** What was killed leaves nothing behind, what cannot be done is said, and room can be made. */
final class SurvivalTest extends ApiTestCase
{
    private const DEAD = ':4194304:77';

    public function testWhatAKilledProcessLeftIsSweptAndWhatIsUnderWayIsNot(): void
    {
        $this->photo();
        $key = bin2hex(random_bytes(12));
        $dead = gethostname().self::DEAD;
        mkdir($this->data.'/photos/'.$key);
        file_put_contents($this->data."/photos/$key/.owner", $dead);
        file_put_contents($this->data."/photos/$key/original", 'half');
        $alive = bin2hex(random_bytes(12));
        mkdir($this->data.'/photos/'.$alive);
        file_put_contents($this->data."/photos/$alive/.owner", Leases::own());
        @mkdir($this->data.'/exports');
        $left = [$this->data.'/.upload.'.str_replace(':', '~', (string) preg_replace('/[^A-Za-z0-9:-]/', '-', $dead)).'.01234567.part', $this->data.'/exports/99'];
        $kept = [$this->data.'/.upload.'.OwnedName::mark().'.part'];
        array_map(static fn (string $path): int|false => file_put_contents($path, 'x'), [...$left, ...$kept]);
        Database::migrate($this->kernel);
        self::assertDirectoryDoesNotExist($this->data.'/photos/'.$key);
        self::assertDirectoryExists($this->data.'/photos/'.$alive);
        foreach ($left as $path) {
            self::assertFileDoesNotExist($path);
        }
        self::assertFileExists($kept[0]);
        self::assertCount(2, glob($this->data.'/photos/*') ?: [], 'the photo that is known stays');
    }

    public function testAFileThatSeveralWorkersHaveDiedAtIsGivenUpInWords(): void
    {
        $this->patches();
        $this->deliver(1, 0, ['format' => 'png']);
        $abandoned = new Abandoned($this->connection(), $this->exports());
        for ($attempt = 1; $attempt <= 3; ++$attempt) {
            self::assertTrue($this->exports()->claim(1));
            $this->connection()->executeStatement('UPDATE export_job SET worker = ?', [gethostname().self::DEAD]);
            $abandoned->takeUp();
        }
        $after = $this->json('GET', '/api/exports/1', '/api/exports/{id}');
        self::assertSame('failed', $after['state']);
        self::assertStringContainsString('begun 3 times', $this->text($after['error']));
        $this->json('POST', '/api/deliveries/1/again', '/api/deliveries/{id}/{what}');
        $this->work();
        self::assertSame('done', $this->json('GET', '/api/exports/1', '/api/exports/{id}')['state'], 'asked for again, it is made');
    }

    public function testADeliverySaysWhenNobodyIsThereToMakeIt(): void
    {
        $this->patches();
        self::assertTrue($this->deliver(1, 0, ['format' => 'png'])['stalled']);
        $this->connection()->executeStatement('INSERT INTO worker (name, lane, seen_at, here_since) VALUES (?1, ?2, ?3, ?3)', [1 => Leases::own(), 'any', date('Y-m-d H:i:s')]);
        self::assertFalse($this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}')['stalled']);
        $this->connection()->executeStatement('UPDATE worker SET name = ?', [gethostname().self::DEAD]);
        self::assertTrue($this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}')['stalled']);
        $this->work();
        self::assertFalse($this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}')['stalled'], 'nothing waits any more');
    }

    public function testStorageIsToldAndCanBeCleared(): void
    {
        $this->patches(2);
        $this->deliver(1, 0, ['format' => 'png']);
        $this->work();
        $this->call('DELETE', '/api/photos/2');
        $before = $this->json('GET', '/api/storage', '/api/storage');
        self::assertSame([1, 1, 1], [$before['photos'], $before['removed'], $before['finished']]);
        self::assertGreaterThan(0, $before['removedBytes']);
        $clear = fn (string $what): array => $this->json('DELETE', '/api/storage/'.$what, '/api/storage/{what}');
        self::assertSame([0, 0], [$clear('finished')['finished'], $clear('finished')['finishedBytes']]);
        self::assertSame([], $this->json('GET', '/api/deliveries', '/api/deliveries'));
        self::assertSame([1, 0], [$clear('removed')['photos'], $clear('removed')['removed']]);
        self::assertSame([], $this->json('POST', '/api/photos/restored', '/api/photos/restored', '{"photos":[2]}'), 'it was cleared for good');
        self::assertSame(0, $clear('remakeable')['remakeableBytes']);
        self::assertSame(200, $this->call('GET', '/api/photos/1/full')->getStatusCode(), 'what is needed is made again');
    }

    public function testALostDigestIsMadeAgainFromThePreview(): void
    {
        $this->patches();
        $path = (glob($this->data.'/photos/*/digest') ?: [''])[0];
        $before = (string) file_get_contents($path);
        unlink($path);
        $pots = $this->json('GET', '/api/photos/1/source', '/api/photos/{id}/source')['pots'];
        self::assertIsArray($pots);
        self::assertGreaterThan(2, \count($pots));
        self::assertSame(\strlen($before), \strlen((string) file_get_contents($path)));
    }

    public function testWhatIsDeliveredMayBeReadByOthersAndTheDataNot(): void
    {
        $usual = umask(0o022);
        try {
            FileModes::close();
            file_put_contents($this->data.'/own', 'x');
            file_put_contents($this->data.'/delivered', 'x');
            mkdir($this->data.'/folder', 0o777);
            FileModes::open($this->data.'/delivered');
            FileModes::open($this->data.'/folder');
            clearstatcache();
            self::assertSame([0o600, 0o644, 0o755], array_map(fn (string $name): int => (int) fileperms($this->data.'/'.$name) & 0o777, ['own', 'delivered', 'folder']));
        } finally {
            umask($usual);
            putenv('TOVRIN_UMASK');
        }
    }

    public function testTroubleWithTheDiskIsSaidInWords(): void
    {
        foreach ([5 => 503, 8 => 503, 13 => 507, 1546 => 503, 14 => 503] as $code => $status) {
            $driver = new \Doctrine\DBAL\Driver\PDO\Exception('trouble', null, $code);
            $event = new ExceptionEvent(self::createStub(HttpKernelInterface::class), new Request(), HttpKernelInterface::MAIN_REQUEST, new \RuntimeException('outer', 0, new DriverException($driver, new Query('UPDATE photo', [], []))));
            (new ProblemListener(new NullLogger()))($event);
            self::assertSame($status, $event->getResponse()?->getStatusCode(), "code $code");
            self::assertMatchesRegularExpression('/disk|too much to do|written/', (string) $event->getResponse()->getContent());
        }
        self::assertNull(DatabaseTrouble::behind(new \RuntimeException('something else')));
    }

    public function testFormsThatCannotHoldAPictureAreRefusedBeforeItIsMade(): void
    {
        SizeLimit::check('png', 'x', 20_000, 10_000);
        SizeLimit::check('webp', 'x', 16_383, 9);
        foreach ([['webp', 16_384, 9, '16,383'], ['avif', 12_000, 8_880, '8,219']] as [$format, $width, $height, $most]) {
            try {
                SizeLimit::check($format, 'kiln.png', $width, $height);
                self::fail("$format takes $width × $height");
            } catch (PictureError $e) {
                self::assertStringContainsString($most, $e->getMessage());
                self::assertStringContainsString('kiln.png', $e->getMessage());
            }
        }
        $this->patches();
        $this->json('POST', '/api/deliveries', '/api/deliveries', '{"photos":[{"id":1,"basedOn":0}],"outputs":[{"format":"hald","lattice":129}]}', 422);
    }

    public function testAPictureThatIsShortThoughItsEndIsMarkedIsNotTakenSilently(): void
    {
        $path = $this->data.'/good.jpg';
        Outside::run([Outside::convert(), '-size', '400x300', 'plasma:tan-teal', '-seed', '3', '-quality', '92', $path]);
        $bytes = (string) file_get_contents($path);
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"A"}');
        // Most of it is missing, and its end is marked all the same.
        $cut = substr($bytes, 0, (int) (\strlen($bytes) * 0.3))."\xFF\xD9";
        $answer = $this->call('POST', '/api/sets/1/photos?name=cut.jpg', $cut);
        $told = (string) $answer->getContent();
        self::assertTrue(422 === $answer->getStatusCode() || str_contains($told, 'The file is damaged'), $told);
    }

    public function testAWorkerPutsBackWhatItCouldNotPutDown(): void
    {
        $this->patches();
        $this->deliver(1, 0, ['format' => 'png']);
        $queue = $this->kernel->getContainer()->get(ExportQueue::class);
        self::assertInstanceOf(ExportQueue::class, $queue);
        self::assertTrue($queue->claim(1), 'as if its end could not be written on a full disk');
        $this->work();
        self::assertSame('done', $this->json('GET', '/api/exports/1', '/api/exports/{id}')['state']);
    }
}
