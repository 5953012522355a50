<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Api\Colours\CubeOf;
use Tovrin\App\Api\Description\SchemaOf;
use Tovrin\App\Api\Photos\NewName;
use Tovrin\App\Api\Sets\SetView;
use Tovrin\App\Learning\Sample;
use Tovrin\App\Reading\ProbesOf;
use Tovrin\App\Reading\ReadingsView;

/** Types of PHP in the words of JSON Schema. */
final class SchemaOfTest extends TestCase
{
    public function testAClassIsAnObjectOfWhatItsConstructorTakes(): void
    {
        $set = $this->of(SetView::class, 'SetView');
        self::assertSame(['object', false, ['id', 'name', 'photoCount', 'sorted', 'photos', 'until', 'beginning']], [$set['type'], $set['additionalProperties'], $set['required']]);
        self::assertSame(['type' => 'array', 'items' => ['$ref' => '#/components/schemas/PhotoView'], 'description' => 'in their order'], $this->properties($set)['photos']);
    }

    public function testWhatARequestIsCheckedForIsInItsSchema(): void
    {
        $cube = $this->of(CubeOf::class, 'CubeOf');
        self::assertSame(['look', 'lattice'], $cube['required'], 'what has a rest value may be left out');
        $properties = $this->properties($cube);
        self::assertSame(['$ref' => '#/components/schemas/Look'], $properties['look'], 'the look has its own schema');
        self::assertSame([2, 65], [$properties['lattice']['minimum'] ?? null, $properties['lattice']['maximum'] ?? null]);
        self::assertEqualsCanonicalizing(['string', 'null'], $properties['watch']['type'] ?? []);
        $name = $this->properties($this->of(NewName::class, 'NewName'))['name'];
        self::assertSame([1, 200], [$name['minLength'] ?? null, $name['maxLength'] ?? null]);
        self::assertSame(50, $this->properties($this->of(ProbesOf::class, 'ProbesOf'))['points']['maxItems'] ?? null);
    }

    public function testEnumsPairsAndShapesKeepTheirForm(): void
    {
        $schemas = new SchemaOf();
        $schemas->reference(Sample::class);
        self::assertSame(['type' => 'string', 'enum' => ['point', 'path', 'box', 'spots']], $schemas->components['StrokeShape']);
        $points = $this->properties($schemas->components['Sample'])['points'];
        self::assertSame(['type' => 'array', 'prefixItems' => [['type' => 'number'], ['type' => 'number']], 'items' => false, 'minItems' => 2, 'maxItems' => 2], $points['items'] ?? null);
        $readings = $this->properties($this->of(ReadingsView::class, 'ReadingsView'));
        self::assertSame(['after', 'difference'], ((array) ($readings['pots']['items'] ?? []))['required'] ?? null);
        self::assertEqualsCanonicalizing([['type' => 'null'], 'object'], array_map(static fn (mixed $one): mixed => \is_array($one) && 'object' === ($one['type'] ?? '') ? 'object' : $one, (array) ($readings['spread']['anyOf'] ?? [])));
    }

    /**
     * @param class-string $class
     *
     * @return array<string, mixed>
     */
    private function of(string $class, string $name): array
    {
        $schemas = new SchemaOf();
        self::assertSame(['$ref' => '#/components/schemas/'.$name], $schemas->reference($class));

        return $schemas->components[$name];
    }

    /**
     * @param array<string, mixed> $schema
     *
     * @return array<string, array<string, mixed>>
     */
    private function properties(array $schema): array
    {
        /** @var array<string, array<string, mixed>> $properties */
        $properties = $schema['properties'];

        return $properties;
    }
}
