<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Tovrin\App\Kernel;
use Tovrin\App\Server\Database;
use Tovrin\Tests\Outside;

/** Calls the HTTP interface and checks every answer against its description; data of its own for each test. */
abstract class ApiTestCase extends TestCase
{
    protected string $data;
    protected Kernel $kernel;

    protected function setUp(): void
    {
        $this->data = Outside::scratch();
        putenv('TOVRIN_DATA='.$this->data);
        $_ENV['TOVRIN_DATA'] = $_SERVER['TOVRIN_DATA'] = $this->data;
        $this->kernel = Kernel::booted('test');
        Database::migrate($this->kernel);
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
        return $this->kernel->handle(Request::create('http://127.0.0.1:7310'.$path, $method, [], [], [], ['HTTP_ORIGIN' => 'http://127.0.0.1:7310'], $body));
    }

    /**
     * Calls, and checks status and body against the description of the API.
     *
     * @param string $described the path as src/openapi.json writes it
     *
     * @return array<mixed>
     */
    protected function json(string $method, string $path, string $described, string $body = '', ?int $status = null): array
    {
        $response = $this->call($method, $path, $body);
        $content = (string) $response->getContent();
        $description = json_decode((string) file_get_contents(Outside::root().'/src/openapi.json'), false, 64, \JSON_THROW_ON_ERROR);
        \assert($description instanceof \stdClass);
        /** @var \stdClass $paths */
        $paths = $description->paths;
        /** @var object{responses: \stdClass} $operation */
        $operation = ((array) $paths->{$described})[strtolower($method)];
        $answers = $operation->responses;
        $code = (string) $response->getStatusCode();
        self::assertObjectHasProperty($code, $answers, "$method $path answered $code: $content");
        self::assertSame((string) ($status ?? array_key_first((array) $answers)), $code, $content);
        /** @var object{content: \stdClass} $answer */
        $answer = $answers->{$code};
        /** @var object{schema: \stdClass} $body */
        $body = $answer->content->{'application/json'};
        $schema = $body->schema;
        $document = json_decode((string) json_encode(['$id' => 'https://tovrin.invalid/answer', 'components' => $description->components, 'allOf' => [$schema]]), false, 64, \JSON_THROW_ON_ERROR);
        \assert($document instanceof \stdClass);
        $error = (new Validator())->validate(json_decode($content, false, 64, \JSON_THROW_ON_ERROR), $document)->error();
        self::assertNull($error, null === $error ? '' : "$method $path: ".json_encode((new ErrorFormatter())->format($error)));
        $decoded = json_decode($content, true, 64, \JSON_THROW_ON_ERROR);
        self::assertIsArray($decoded);

        return $decoded;
    }
}
