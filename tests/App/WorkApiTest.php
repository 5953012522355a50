<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Tovrin\App\Machines\HandIn;
use Tovrin\App\Machines\SameSources;
use Tovrin\App\Workers\WorkerKeys;
use Tovrin\App\Workers\Workers;

/** What workers on other machines may ask for, and what becomes of what they say: each file once and whole, whatever is lost on its way. */
final class WorkApiTest extends ApiTestCase
{
    private const ID = '0123456789abcdef-1';

    private string $key;

    protected function setUp(): void
    {
        parent::setUp();
        $this->key = $this->service(WorkerKeys::class)->add('kiln');
    }

    public function testWithoutAKeyOfAWorkerNothingIsSaid(): void
    {
        foreach (['', 'wrong', str_repeat('0', 48)] as $key) {
            $this->key = $key;
            $answer = $this->ask('take', $this->who());
            self::assertSame(401, $answer->getStatusCode());
            self::assertStringContainsString('worker-key add', (string) $answer->getContent());
        }
    }

    public function testARevokedKeyIsRefusedFromThenOn(): void
    {
        self::assertSame(200, $this->ask('take', $this->who())->getStatusCode());
        $this->service(WorkerKeys::class)->revoke('kiln');
        self::assertSame(401, $this->ask('take', $this->who())->getStatusCode());
    }

    public function testOnlyTheDigestOfAKeyIsKept(): void
    {
        self::assertSame([hash('sha256', $this->key)], $this->connection()->fetchFirstColumn('SELECT digest FROM worker_key'));
    }

    public function testAWorkerOfAnotherVersionIsRefusedInWords(): void
    {
        $answer = $this->ask('take', ['version' => '1.2 (sources 00000000)'] + $this->who());
        self::assertSame(409, $answer->getStatusCode());
        self::assertStringContainsString('The worker “kiln” is Tovrin 1.2 (sources 00000000), and this front is', $this->said($answer));
        self::assertSame([], $this->json('GET', '/api/workers', '/api/workers'), 'it is not there');
    }

    public function testAFileIsGivenOutHandedBackAndKeptOnce(): void
    {
        $this->waiting();
        $task = $this->taken();
        self::assertSame(['file', 'colours-source.png'], [$task['kind'], $task['title']]);
        self::assertNull($this->given($this->ask('take', ['id' => 'another-one-1'] + $this->who())), 'nobody else gets it');
        $lease = $this->text($task['lease']);
        // Only what it needs, by its content.
        $files = $task['files'];
        self::assertIsArray($files);
        self::assertSame(['original'], array_column($files, 'name'));
        $sent = $this->ask("leases/$lease/files/original", null, 'GET');
        self::assertInstanceOf(BinaryFileResponse::class, $sent);
        self::assertSame(array_column($files, 'sha256'), [hash_file('sha256', $sent->getFile()->getPathname())]);
        foreach (['preview.jpg', 'tovrin.sqlite', 'kept-'.str_repeat('0', 64)] as $other) {
            self::assertSame(404, $this->ask("leases/$lease/files/$other", null, 'GET')->getStatusCode(), $other);
        }
        self::assertTrue($this->answer($this->ask("leases/$lease/progress", ['stage' => 'Colouring', 'share' => 0.5, 'lines' => ['half of it']]))['goesOn']);
        self::assertSame(['running', 'Colouring', 0.5], array_values(array_intersect_key($this->export(), ['state' => 0, 'stage' => 0, 'progress' => 0])));

        $this->sendBack($lease, 'the finished file');
        $done = $this->done('the finished file');
        self::assertSame(200, $this->ask("leases/$lease/done", $done)->getStatusCode());
        self::assertSame('done', $this->export()['state']);
        self::assertSame('the finished file', $this->made());
        // The answer was lost: it is said again, and nothing changes.
        self::assertSame(200, $this->ask("leases/$lease/done", $done)->getStatusCode());
        self::assertSame('the finished file', $this->made());
        self::assertSame([], glob($this->data.'/elsewhere/*'), 'nothing is left lying');
        self::assertSame(404, $this->ask("leases/$lease/files/original", null, 'GET')->getStatusCode(), 'it is out of its hands');
    }

    public function testALargeFileGoesOnWhereItWasCut(): void
    {
        $this->waiting();
        $lease = $this->text($this->taken()['lease']);
        $this->sendBack($lease, 'the first half, ');
        $there = $this->ask("leases/$lease/results/result", null, 'HEAD')->headers->get('Upload-Offset');
        self::assertSame('16', $there);
        self::assertSame(409, $this->piece($lease, 'somewhere else', 3)->getStatusCode(), 'no piece is put in a wrong place');
        self::assertSame('27', $this->piece($lease, 'the second.', 16)->headers->get('Upload-Offset'));
        $this->ask("leases/$lease/done", $this->done('the first half, the second.'));
        self::assertSame('the first half, the second.', $this->made());
    }

    public function testWhatDoesNotArriveAsItWasSentIsNotKept(): void
    {
        $this->waiting();
        $lease = $this->text($this->taken()['lease']);
        $this->sendBack($lease, 'not the same');
        $answer = $this->ask("leases/$lease/done", $this->done('the finished file'));
        self::assertSame([409, 'The file "result" did not arrive as it was sent. Send it again.'], [$answer->getStatusCode(), $this->said($answer)]);
        self::assertSame('running', $this->export()['state']);
        $this->sendBack($lease, 'the finished file');
        $this->ask("leases/$lease/done", $this->done('the finished file'));
        self::assertSame('the finished file', $this->made());
    }

    public function testAnotherKeySeesNothingOfIt(): void
    {
        $this->waiting();
        $lease = $this->text($this->taken()['lease']);
        $this->key = $this->service(WorkerKeys::class)->add('somebody else');
        foreach ([['files/original', 'GET', null], ['done', 'POST', $this->done('')], ['failed', 'POST', ['why' => 'for fun']], ['back', 'POST', []]] as [$what, $method, $body]) {
            self::assertSame(404, $this->ask("leases/$lease/$what", $body, $method)->getStatusCode(), $what);
        }
        self::assertSame('running', $this->export()['state']);
    }

    public function testAStoppedFileIsGivenUpAtTheNextWord(): void
    {
        $this->waiting();
        $lease = $this->text($this->taken()['lease']);
        $this->call('POST', '/api/exports/1/cancel');
        self::assertFalse($this->answer($this->ask("leases/$lease/progress", ['stage' => 'Colouring', 'share' => 0.5]))['goesOn']);
        $this->sendBack($lease, 'too late');
        $this->ask("leases/$lease/done", $this->done('too late'));
        self::assertSame('cancelled', $this->export()['state']);
        self::assertFileDoesNotExist($this->data.'/exports/1');
    }

    public function testWhatAWorkerFailsAtIsMadeWhereTheDataAre(): void
    {
        $this->waiting();
        $lease = $this->text($this->taken()['lease']);
        $this->ask("leases/$lease/failed", ['why' => 'The library is broken.', 'lines' => ['That failed.']]);
        self::assertNull($this->given($this->ask('take', $this->who())), 'it is not given out again');
        [$worker] = $this->elsewhere();
        self::assertSame([1, 'waiting'], [$worker['failed'], $worker['state']]);
        $this->work();
        self::assertSame('done', $this->export()['state']);
    }

    public function testAWorkerThatFailsAgainAndAgainIsPassedOverAndNamed(): void
    {
        $this->waiting(4);
        for ($time = 0; $time < 3; ++$time) {
            $this->ask('leases/'.$this->text($this->taken()['lease']).'/failed', ['why' => 'The library is broken.']);
        }
        $answer = $this->ask('take', $this->who());
        self::assertNull($this->given($answer));
        self::assertStringContainsString('The last time: The library is broken.', $this->text($this->answer($answer)['why']));
        [$worker] = $this->elsewhere();
        self::assertSame('resting', $worker['state']);
        self::assertStringContainsString('passed over for 5 more min. The last time: The library is broken.', $this->text($worker['why']));
        self::assertNotNull($this->given($this->ask('take', ['id' => 'another-one-1'] + $this->who())), 'another one gets the rest');
        // When it is over it gets one more try.
        $this->connection()->executeStatement("UPDATE worker SET rests_until = '2026-01-01 00:00:00'");
        $this->deliver(1, 0, ['format' => 'png']);
        $this->ask('leases/'.$this->text($this->taken()['lease']).'/failed', ['why' => 'Still broken.']);
        self::assertStringContainsString('10 more min', $this->text($this->elsewhere()[1]['why'] ?: $this->elsewhere()[0]['why']));
    }

    public function testWhatNobodyManagesIsNoFaultOfTheWorker(): void
    {
        $this->waiting();
        $this->ask('leases/'.$this->text($this->taken()['lease']).'/failed', ['why' => 'It cannot be read.']);
        file_put_contents($this->data.'/photos/'.$this->key().'/original', 'no picture');
        $this->work();
        self::assertSame('failed', $this->export()['state']);
        self::assertSame(0, $this->elsewhere()[0]['failed']);
    }

    public function testAWorkerThatIsMuchSlowerOnlyGetsWhatIsLeftOver(): void
    {
        $workers = $this->service(Workers::class);
        $this->waiting();
        foreach (['fast' => 0.2, 'quick' => 0.25, 'slow' => 2.0] as $name => $pace) {
            $this->ask('take', ['id' => "machine-$name", 'title' => $name] + $this->who());
            for ($file = 0; $file < 3; ++$file) {
                $workers->did("@1-machine-$name", $pace);
            }
        }
        $this->ask('gone', ['id' => 'machine-fast']);
        $this->ask('take', ['id' => 'machine-fast', 'title' => 'fast'] + $this->who());
        $this->connection()->executeStatement("UPDATE worker SET pace = 0.2, paced = 3 WHERE title = 'fast'");
        $this->deliver(1, 0, ['format' => 'png']);
        self::assertNull($this->given($this->ask('take', ['id' => 'machine-slow', 'title' => 'slow'] + $this->who())), 'somebody waits for this one');
        $slow = array_values(array_filter($this->elsewhere(), static fn (array $one): bool => 'slow' === $one['title']));
        self::assertSame('slow', $slow[0]['state']);
        self::assertStringContainsString('times as long as the others', $this->text($slow[0]['why']));
        self::assertNotNull($this->given($this->ask('take', ['id' => 'machine-quick', 'title' => 'quick'] + $this->who())));
    }

    public function testWhatASilentWorkerHadInHandIsGivenToAnother(): void
    {
        $this->waiting();
        $lease = $this->text($this->taken()['lease']);
        $this->service(HandIn::class)->sweep();
        self::assertSame('running', $this->export()['state'], 'it was heard of just now');
        $this->connection()->executeStatement("UPDATE work_lease SET seen_at = '2026-01-01 00:00:00'");
        $this->service(HandIn::class)->sweep();
        self::assertSame('queued', $this->export()['state']);
        $answer = $this->ask("leases/$lease/done", $this->done(''));
        self::assertSame(404, $answer->getStatusCode(), 'it comes too late');
        self::assertNotNull($this->given($this->ask('take', ['id' => 'another-one-1'] + $this->who())));
    }

    public function testBeingHeardOfKeepsWhatIsInHand(): void
    {
        $this->waiting();
        $this->taken();
        $this->connection()->executeStatement("UPDATE work_lease SET seen_at = '2026-01-01 00:00:00'");
        $this->connection()->executeStatement("UPDATE export_job SET seen_at = '2026-01-01 00:00:00'");
        self::assertSame(204, $this->ask('here', ['id' => self::ID])->getStatusCode());
        $this->service(HandIn::class)->sweep();
        $this->work();
        self::assertSame('running', $this->export()['state']);
    }

    /** @return iterable<string, array{array<string, string>}> */
    public static function comingsBack(): iterable
    {
        yield 'killed and started again' => [['run' => 'another-run']];
        yield 'the answer that gave it was lost' => [[]];
    }

    /** @param array<string, string> $change */
    #[\PHPUnit\Framework\Attributes\DataProvider('comingsBack')]
    public function testWhoAsksForWorkHasNothingInHand(array $change): void
    {
        $this->waiting();
        $first = $this->text($this->taken()['lease']);
        $again = $this->given($this->ask('take', $change + $this->who()));
        self::assertNotNull($again, 'it is given out at once');
        self::assertNotSame($first, $again['lease']);
        self::assertSame(404, $this->ask("leases/$first/done", $this->done(''))->getStatusCode());
    }

    public function testAWorkerThatEndsGivesBackWhatItHas(): void
    {
        $this->waiting();
        $this->taken();
        $this->ask('gone', ['id' => self::ID]);
        self::assertSame('queued', $this->export()['state']);
        self::assertSame(0, $this->connection()->fetchOne('SELECT attempts FROM export_job'), 'it does not count as a try');
        self::assertSame([], $this->elsewhere());
    }

    public function testAWorkerThatCannotWorkSaysWhyAndGetsNothing(): void
    {
        $this->waiting();
        self::assertNull($this->given($this->ask('take', ['trouble' => 'Its disk is full.'] + $this->who())));
        self::assertSame(['unable', 'Its disk is full.'], [$this->elsewhere()[0]['state'], $this->elsewhere()[0]['why']]);
        self::assertNotNull($this->given($this->ask('take', $this->who())), 'there is room again');
        self::assertSame('working', $this->elsewhere()[0]['state']);
    }

    public function testOnlyTheMachineWithTheDataMakesArchives(): void
    {
        $this->photo();
        $this->json('POST', '/api/sets/1/archive', '/api/sets/{id}/archive', '{"photos":true}');
        $this->work();
        self::assertSame('done', $this->export()['state']);
        $this->json('POST', '/api/deliveries/1/again', '/api/deliveries/{id}/{what}');
        $this->connection()->executeStatement("UPDATE export_job SET state = 'queued'");
        $this->exports()->sendAgain(1);
        self::assertNull($this->given($this->ask('take', $this->who())));
        self::assertSame('queued', $this->export()['state']);
        $this->work();
        self::assertSame('done', $this->export()['state']);
    }

    /** A photo, and so many files of it that wait. */
    private function waiting(int $files = 1): void
    {
        $this->photo();
        // Its study is not what is tried here.
        $this->connection()->executeStatement('DELETE FROM messenger_messages');
        for ($file = 0; $file < $files; ++$file) {
            $this->deliver(1, 0, ['format' => 'png']);
        }
    }

    /** @return array<mixed> */
    private function taken(): array
    {
        return $this->given($this->ask('take', $this->who())) ?? self::fail('There was nothing to do.');
    }

    /** @return array<mixed>|null */
    private function given(Response $answer): ?array
    {
        $task = $this->answer($answer)['task'] ?? null;

        return \is_array($task) ? $task : null;
    }

    /** @return array<string, string> */
    private function who(): array
    {
        return ['id' => self::ID, 'run' => 'one-run-of-it', 'title' => 'kiln', 'version' => $this->service(SameSources::class)->version()];
    }

    private function sendBack(string $lease, string $bytes): void
    {
        self::assertSame((string) \strlen($bytes), $this->piece($lease, $bytes, 0)->headers->get('Upload-Offset'));
    }

    private function piece(string $lease, string $bytes, int $offset): Response
    {
        return $this->kernel->handle(Request::create("http://127.0.0.1:7310/api/work/leases/$lease/results/result", 'PATCH', [], [], [], ['HTTP_TOVRIN_WORKER_KEY' => $this->key, 'HTTP_UPLOAD_OFFSET' => (string) $offset, 'CONTENT_TYPE' => 'application/octet-stream'], $bytes));
    }

    /** @return array<string, mixed> */
    private function done(string $bytes): array
    {
        return ['files' => [['name' => 'result', 'sha256' => hash('sha256', $bytes), 'bytes' => \strlen($bytes)]], 'seconds' => 1.5, 'lattice' => 33, 'mean' => 0.01, 'percentile99' => 0.1];
    }

    /** @param array<string, mixed>|null $body */
    private function ask(string $what, ?array $body, string $method = 'POST'): Response
    {
        return $this->kernel->handle(Request::create('http://127.0.0.1:7310/api/work/'.$what, $method, [], [], [], ['HTTP_TOVRIN_WORKER_KEY' => $this->key, 'CONTENT_TYPE' => 'application/json'], null === $body ? '' : json_encode([] === $body ? new \stdClass() : $body, \JSON_THROW_ON_ERROR)));
    }

    /** @return array<mixed> */
    private function answer(Response $answer): array
    {
        self::assertSame(200, $answer->getStatusCode(), (string) $answer->getContent());

        return (array) json_decode((string) $answer->getContent(), true);
    }

    private function said(Response $answer): string
    {
        return $this->text(((array) json_decode((string) $answer->getContent(), true))['error'] ?? null);
    }

    /** @return array<mixed> */
    private function export(): array
    {
        return $this->json('GET', '/api/exports/1', '/api/exports/{id}');
    }

    private function made(): string
    {
        return (string) file_get_contents($this->data.'/exports/1');
    }

    /** @return list<array<string, mixed>> */
    private function elsewhere(): array
    {
        /** @var list<array<string, mixed>> $all */
        $all = $this->json('GET', '/api/workers', '/api/workers');

        return array_values(array_filter($all, static fn (array $one): bool => false === $one['here']));
    }

    private function key(): string
    {
        return $this->text($this->connection()->fetchOne('SELECT store_key FROM photo'));
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    private function service(string $class): object
    {
        $service = $this->kernel->getContainer()->get($class);
        self::assertInstanceOf($class, $service);

        return $service;
    }
}
