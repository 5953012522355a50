<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\IgnoreDeprecations;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/**
 * Every operation of the description with bodies made at random, fitting and spoilt: never an answer of 500, and whatever
 * is refused is refused in JSON with a sentence. TOVRIN_TRIALS sets how many of each; TOVRIN_SEED begins elsewhere.
 */
// Before the serializer says that 0.5 is no whole number, it has made the object with it.
#[IgnoreDeprecations]
final class AnyRequestTest extends ApiTestCase
{
    private const TRIALS = 6;
    private const IDS = ['1', '2', '1', '2', '0', '77', '9223372036854775807', '9223372036854775808', '99999999999999999999999999'];

    private static ?string $work = null;

    /** Photos with a grade, a version, a look and a delivery. */
    protected function setUp(): void
    {
        if (null !== self::$work) {
            $this->data = Outside::scratch();
            $this->beginWith(self::$work);

            return;
        }
        parent::setUp();
        $this->patches(2);
        $this->grade(1, 0, ['kind' => 'shift', 'id' => 'm1', 'params' => ['hue' => 30]]);
        $this->json('POST', '/api/photos/1/versions', '/api/photos/{id}/versions', '{"basedOn":1,"name":"First"}');
        $this->json('POST', '/api/looks', '/api/looks', '{"look":'.Looks::json(['kind' => 'warmth', 'params' => ['warmth' => 20]]).'}');
        $this->deliver(1, 1, ['format' => 'cube', 'lattice' => 5, 'name' => '{photo}']);
        self::$work = $this->dataToBeginWith();
    }

    /** @return \Generator<string, array{string, string}> */
    public static function operations(): \Generator
    {
        /** @var array{paths: array<string, array<string, array<string, mixed>>>} $described */
        $described = self::document();
        foreach ($described['paths'] as $path => $operations) {
            foreach (array_keys($operations) as $method) {
                yield strtoupper($method).' '.$path => [strtoupper($method), $path];
            }
        }
    }

    #[DataProvider('operations')]
    public function testItAnswersInJsonWhateverIsAsked(string $method, string $path): void
    {
        /** @var array{components: array{schemas: array<string, array<string, mixed>>}, paths: array<string, array<string, mixed>>} $document */
        $document = self::document();
        $trials = (int) (getenv('TOVRIN_TRIALS') ?: self::TRIALS);
        $bodies = new RandomBodies($document['components']['schemas'], crc32("$method $path") + (int) getenv('TOVRIN_SEED'));
        /** @var array{requestBody?: array{content: array<string, array{schema?: array<string, mixed>}>}, parameters?: list<array{name: string, in: string, schema: array<string, mixed>}>} $operation */
        $operation = $document['paths'][$path][strtolower($method)];
        $schema = $operation['requestBody']['content']['application/json']['schema'] ?? null;
        for ($trial = 0; $trial < (null === $schema ? \count(self::IDS) : 2 * $trials); ++$trial) {
            $at = $this->address($path, $operation['parameters'] ?? [], $bodies, $trial);
            $body = '';
            if (null !== $schema) {
                $fitting = $bodies->fitting($schema);
                $body = 0 === $trial % 2 ? json_encode($fitting, \JSON_THROW_ON_ERROR) : $bodies->spoilt($fitting);
            } elseif (isset($operation['requestBody'])) {
                $body = random_bytes(200);
            }
            $response = $this->call($method, $at, $body);
            $told = "$method $at $body";
            self::assertNotSame(500, $response->getStatusCode(), substr($told, 0, 2000)."\n".$this->logged());
            // HEAD is answered with the status and headers alone.
            if ($response->getStatusCode() >= 400 && 'HEAD' !== $method) {
                $answer = json_decode((string) $response->getContent(), true);
                self::assertIsArray($answer, $told);
                self::assertSame(['error'], array_keys($answer), $told);
                self::assertMatchesRegularExpression('/^.{10,}[.?!]$/us', $this->text($answer['error']), $told);
                self::assertDoesNotMatchRegularExpression('#\{\w+\}|/src/|/vendor/|\\\\App\\\\#', $this->text($answer['error']), $told);
            } elseif ($response instanceof BinaryFileResponse) {
                self::assertFileExists($response->getFile()->getPathname());
            }
        }
    }

    public function testANumberInThePlaceOfAListIsRefusedInPlainWords(): void
    {
        $response = $this->call('POST', '/api/photos/1/reach', '{"samples":99999999999999999999999,"base":null}');
        self::assertSame(422, $response->getStatusCode());
        self::assertStringContainsString('samples: this must be a list.', (string) $response->getContent());
    }

    /** @param list<array{name: string, in: string, schema: array<string, mixed>}> $parameters */
    private function address(string $path, array $parameters, RandomBodies $bodies, int $trial): string
    {
        $query = [];
        foreach ($parameters as ['name' => $name, 'in' => $in, 'schema' => $schema]) {
            $value = match (true) {
                'id' === $name => self::IDS[$trial % \count(self::IDS)],
                'integer' === ($schema['type'] ?? '') && 'path' === $in => self::IDS[$bodies->upTo(\count(self::IDS) - 1)],
                isset($schema['enum']) && \is_array($schema['enum']) => $bodies->oneOf(array_values($schema['enum'])),
                isset($schema['pattern']) => $bodies->oneOf(['0.5', '12', 'a0b1c2', '0', '99999999999999999999999']),
                default => $bodies->oneOf(['0', '1', 'x', '', '%00', 'true', '9223372036854775808']),
            };
            $value = \is_scalar($value) ? (string) $value : '';
            if ('path' === $in) {
                $path = str_replace('{'.$name.'}', $value, $path);
            } elseif (0 !== $bodies->upTo(2)) {
                $query[] = $name.'='.$value;
            }
        }

        return $path.([] === $query ? '' : '?'.implode('&', $query));
    }

    private function logged(): string
    {
        $logs = glob($this->data.'/*.log') ?: [];

        return [] === $logs ? '' : substr((string) file_get_contents($logs[0]), -3000);
    }

    /** @return array<mixed> */
    private static function document(): array
    {
        $document = json_decode((string) file_get_contents(Outside::root().'/src/openapi.json'), true, 64, \JSON_THROW_ON_ERROR);
        self::assertIsArray($document);

        return $document;
    }
}
