<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Doctrine\DBAL\Connection;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Tovrin\App\Delivery\ExportQueue;
use Tovrin\App\Kernel;
use Tovrin\App\Queue\WorkerKind;
use Tovrin\App\Server\Database;
use Tovrin\App\Server\Worker;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Calls the HTTP interface and checks every answer against its description; data of its own for each test. */
abstract class ApiTestCase extends TestCase
{
    /** Data to begin with, so that not every test has to make its tables. */
    private static ?string $beginning = null;

    protected string $data;
    protected Kernel $kernel;

    protected function setUp(): void
    {
        $this->data = Outside::scratch();
        $this->beginWith(self::$beginning);
        if (null === self::$beginning) {
            self::$beginning = $this->dataToBeginWith();
        }
    }

    /** Boots with a copy of some data; with none of it when that is null. */
    protected function beginWith(?string $data): void
    {
        if (null !== $data) {
            (new Filesystem())->mirror($data, $this->data);
        }
        putenv('TOVRIN_DATA='.$this->data);
        $_ENV['TOVRIN_DATA'] = $_SERVER['TOVRIN_DATA'] = $this->data;
        $this->kernel = Kernel::booted('test');
        Database::migrate($this->kernel);
    }

    /** Keeps the data as it is now for tests to begin with. */
    protected function dataToBeginWith(): string
    {
        // The database on its own: what is in its journal is written into it.
        $this->connection()->executeQuery('PRAGMA wal_checkpoint(TRUNCATE)')->fetchAllAssociative();
        $folder = Outside::scratch();
        (new Filesystem())->mirror($this->data, $folder);
        (new Filesystem())->remove(array_map(static fn (string $ending): string => $folder.'/tovrin.sqlite-'.$ending, ['wal', 'shm']));

        return $folder;
    }

    protected function tearDown(): void
    {
        $this->kernel->shutdown();
        restore_exception_handler();
        putenv('TOVRIN_DATA');
        unset($_ENV['TOVRIN_DATA'], $_SERVER['TOVRIN_DATA']);
    }

    /** @return array<mixed> */
    protected function photo(): array
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"A set"}');

        return $this->json('POST', '/api/sets/1/photos?name=colours.png', '/api/sets/{id}/photos', (string) file_get_contents(Pictures::colourful($this->data.'/colours.png')));
    }

    /** A set with a photo of four patches, or several: ochre, teal; grey, white. */
    protected function patches(int $times = 1): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Patches"}');
        $path = Pictures::png($this->data.'/patches.png', 64, 64, static fn (int $x, int $y): array => $y < 32 ? ($x < 32 ? [200, 146, 46] : [26, 128, 120]) : ($x < 32 ? [128, 128, 128] : [255, 255, 255]));
        for ($time = 0; $time < $times; ++$time) {
            $this->json('POST', '/api/sets/1/photos?name=patches.png', '/api/sets/{id}/photos', (string) file_get_contents($path));
        }
    }

    /**
     * Gives a photo a grade.
     *
     * @param array<string, mixed> ...$moves
     *
     * @return array<mixed> the grade as it is kept
     */
    protected function grade(int $photo, int $basedOn, array ...$moves): array
    {
        return $this->json('PUT', "/api/photos/$photo/grade", '/api/photos/{id}/grade', \sprintf('{"basedOn":%d,"look":%s}', $basedOn, Looks::json(...$moves)));
    }

    /**
     * Asks for files of a photo.
     *
     * @param array<string, mixed> ...$outputs
     *
     * @return array<mixed> the delivery
     */
    protected function deliver(int $photo, int $basedOn, array ...$outputs): array
    {
        return $this->json('POST', '/api/deliveries', '/api/deliveries', json_encode(['photos' => [['id' => $photo, 'basedOn' => $basedOn]], 'outputs' => $outputs], \JSON_THROW_ON_ERROR));
    }

    /**
     * Has the queue worked off.
     *
     * @param \Closure(string): void|null $say told what happens
     */
    protected function work(?\Closure $say = null, WorkerKind $lane = WorkerKind::Any): void
    {
        $worker = $this->kernel->getContainer()->get(Worker::class);
        self::assertInstanceOf(Worker::class, $worker);
        $worker->drain($say ?? static function (): void {}, $lane);
    }

    protected function exports(): ExportQueue
    {
        $queue = $this->kernel->getContainer()->get(ExportQueue::class);
        self::assertInstanceOf(ExportQueue::class, $queue);

        return $queue;
    }

    protected function connection(): Connection
    {
        $connection = $this->kernel->getContainer()->get('doctrine.dbal.default_connection');
        self::assertInstanceOf(Connection::class, $connection);

        return $connection;
    }

    /**
     * The name of a look inside an answer, and the kinds of its moves.
     *
     * @param array<mixed> $answer
     *
     * @return array{string, list<string>}
     */
    protected function lookIn(array $answer): array
    {
        /** @var array{look: array{name: string, moves: list<array{kind: string}>}} $answer */
        return [$answer['look']['name'], array_column($answer['look']['moves'], 'kind')];
    }

    protected function text(mixed $value): string
    {
        self::assertIsString($value);

        return $value;
    }

    protected function number(mixed $value): string
    {
        self::assertIsInt($value);

        return (string) $value;
    }

    protected function call(string $method, string $path, string $body = ''): Response
    {
        $type = 1 === preg_match('~/(photos|luts|files)\?~', $path) ? 'application/octet-stream' : 'application/json';

        return $this->kernel->handle(Request::create('http://127.0.0.1:7310'.$path, $method, [], [], [], ['HTTP_ORIGIN' => 'http://127.0.0.1:7310', 'CONTENT_TYPE' => $type], $body));
    }

    /**
     * Calls, and checks what is asked and what is answered against the description of the API.
     *
     * @param string $described the path as src/openapi.json writes it
     * @param int    $status    another one than the answer it is made for
     *
     * @return array<mixed>
     */
    protected function json(string $method, string $path, string $described, string $body = '', ?int $status = null): array
    {
        $description = self::description();
        /** @var array{responses: array<int|string, array{content: array<string, array{schema: mixed}>}>, requestBody?: array{content: array<string, array{schema: mixed}>}} $operation */
        $operation = ((array) ((array) $description['paths'])[$described])[strtolower($method)];
        $response = $this->call($method, $path, $body);
        $content = (string) $response->getContent();
        $made = (int) array_key_first($operation['responses']);
        self::assertSame($status ?? $made, $response->getStatusCode(), "$method $path: $content");
        $this->isAsDescribed($operation['responses'][$response->getStatusCode()] ?? $operation['responses']['default'], $content, "what $method $path answers");
        $asked = $operation['requestBody'] ?? null;
        // What is refused may well be asked wrongly; what is answered was asked as described.
        if (null !== $asked && isset($asked['content']['application/json']) && $made === $response->getStatusCode()) {
            $this->isAsDescribed($asked, $body, "what $method $path asks");
        } elseif (null === $asked) {
            self::assertSame('', $body, 'nothing is asked in a body there');
        }
        $decoded = json_decode($content, true, 64, \JSON_THROW_ON_ERROR);
        self::assertIsArray($decoded);

        return $decoded;
    }

    /** @return array<string, mixed> */
    private static function description(): array
    {
        static $description = null;
        $description ??= json_decode((string) file_get_contents(Outside::root().'/src/openapi.json'), true, 64, \JSON_THROW_ON_ERROR);

        /** @var array<string, mixed> $description */
        return $description;
    }

    /** @param array{content: array<string, array{schema: mixed}>} $described */
    private function isAsDescribed(array $described, string $json, string $what): void
    {
        // As objects, and with "{}" kept apart from "[]", which the validator needs.
        $components = json_decode((string) file_get_contents(Outside::root().'/src/openapi.json'), false, 64, \JSON_THROW_ON_ERROR);
        \assert($components instanceof \stdClass);
        $document = (object) ['$id' => 'https://tovrin.invalid/described', 'components' => $components->components, 'allOf' => [json_decode((string) json_encode($described['content']['application/json']['schema']), false)]];
        $error = (new Validator())->validate(json_decode($json, false, 64, \JSON_THROW_ON_ERROR), $document)->error();
        self::assertSame('', null === $error ? '' : "$what: ".json_encode((new ErrorFormatter())->format($error)));
    }
}
