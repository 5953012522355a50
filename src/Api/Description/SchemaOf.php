<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Description;

use Symfony\Component\TypeInfo\Type;
use Symfony\Component\TypeInfo\Type\ArrayShapeType;
use Symfony\Component\TypeInfo\Type\BuiltinType;
use Symfony\Component\TypeInfo\Type\CollectionType;
use Symfony\Component\TypeInfo\Type\ObjectType;
use Symfony\Component\TypeInfo\Type\UnionType;
use Symfony\Component\TypeInfo\TypeIdentifier;
use Symfony\Component\TypeInfo\TypeResolver\TypeResolver;
use Symfony\Component\Validator\Constraint;
use Symfony\Component\Validator\Constraints\Count;
use Symfony\Component\Validator\Constraints\Length;
use Symfony\Component\Validator\Constraints\NotBlank;
use Symfony\Component\Validator\Constraints\PositiveOrZero;
use Symfony\Component\Validator\Constraints\Range;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Reach\Reach;

/**
 * JSON Schemas of PHP types: of the classes that requests become and answers are made from, by the types and docblocks of
 * their constructors and by the constraints that requests are checked against.
 */
final class SchemaOf
{
    /** What the core reads and writes itself; the look's own schema stands for it. */
    private const OF_THE_CORE = [Grade::class => 'Look', Reach::class => 'Reach'];

    /** @var array<string, array<string, mixed>> schemas of the classes met, by name */
    public array $components = [];

    private readonly TypeResolver $types;

    public function __construct()
    {
        $this->types = TypeResolver::create();
    }

    /** @return array<string, mixed> */
    public function type(Type $type): array
    {
        // A nullable type is a union too.
        if ($type instanceof UnionType) {
            return self::oneOf(array_map($this->type(...), $type->getTypes()));
        }
        if ($type instanceof ArrayShapeType) {
            return $this->shape($type);
        }
        if ($type instanceof CollectionType) {
            return $this->collection($type);
        }
        if ($type instanceof ObjectType) {
            return $this->reference($type->getClassName());
        }
        if ($type instanceof BuiltinType) {
            return ['type' => match ($type->getTypeIdentifier()) {
                TypeIdentifier::INT => 'integer',
                TypeIdentifier::FLOAT => 'number',
                TypeIdentifier::BOOL, TypeIdentifier::TRUE, TypeIdentifier::FALSE => 'boolean',
                TypeIdentifier::STRING => 'string',
                TypeIdentifier::NULL => 'null',
                default => throw new \LogicException(\sprintf('"%s" says too little for a description; give it a docblock.', $type)),
            }];
        }

        throw new \LogicException(\sprintf('There is no schema for "%s".', $type));
    }

    /** @return array<string, mixed> */
    public function returned(\ReflectionMethod $method): array
    {
        return $this->type($this->types->resolve($method));
    }

    /** @return array<string, mixed> */
    public function parameter(\ReflectionParameter $parameter): array
    {
        return $this->type($this->types->resolve($parameter));
    }

    /** @return array<string, mixed> a reference to the schema of a class or enum */
    public function reference(string $class): array
    {
        \assert(class_exists($class) || enum_exists($class));
        $name = self::OF_THE_CORE[$class] ?? substr((string) strrchr($class, '\\'), 1);
        if (!isset(self::OF_THE_CORE[$class]) && !isset($this->components[$name])) {
            // Known from here on, so that a class may hold others of its own kind.
            $this->components[$name] = [];
            $this->components[$name] = is_subclass_of($class, \BackedEnum::class)
                ? ['type' => 'string', 'enum' => array_map(static fn (\BackedEnum $case): int|string => $case->value, $class::cases())]
                : $this->object(new \ReflectionClass($class));
        }

        return ['$ref' => '#/components/schemas/'.$name];
    }

    /**
     * @param \ReflectionClass<object> $class
     *
     * @return array<string, mixed>
     */
    private function object(\ReflectionClass $class): array
    {
        $properties = $required = [];
        $constructor = $class->getConstructor();
        foreach ($constructor?->getParameters() ?? [] as $parameter) {
            $name = $parameter->getName();
            $schema = $this->parameter($parameter) + array_merge([], ...array_map(
                static fn (\ReflectionAttribute $attribute): array => self::limits($attribute->newInstance()),
                $class->getProperty($name)->getAttributes(Constraint::class, \ReflectionAttribute::IS_INSTANCEOF),
            ));
            if (1 === preg_match('/@param\s+\S.*\$'.$name.'[ \t]+(\S.*)/', (string) $constructor?->getDocComment(), $found) && !isset($schema['$ref'])) {
                $schema['description'] = rtrim($found[1], ' */');
            }
            $properties[$name] = $schema;
            if (!$parameter->isOptional()) {
                $required[] = $name;
            }
        }
        $summary = Summary::of($class->getDocComment());

        return ('' === $summary ? [] : ['description' => $summary]) + ['type' => 'object', 'additionalProperties' => false] + ([] === $required ? [] : ['required' => $required]) + ['properties' => $properties];
    }

    /** @return array<string, mixed> what a constraint says in the words of JSON Schema */
    private static function limits(Constraint $constraint): array
    {
        return match (true) {
            $constraint instanceof Range => ['minimum' => $constraint->min, 'maximum' => $constraint->max],
            $constraint instanceof PositiveOrZero => ['minimum' => 0],
            $constraint instanceof Length => ['maxLength' => $constraint->max],
            $constraint instanceof NotBlank => ['minLength' => 1],
            $constraint instanceof Count => ['maxItems' => $constraint->max],
            default => [],
        };
    }

    /** @return array<string, mixed> */
    private function shape(ArrayShapeType $type): array
    {
        $members = array_map(fn (array $member): array => $this->type($member['type']), $type->getShape());
        if (array_is_list($members)) {
            return ['type' => 'array', 'prefixItems' => $members, 'items' => false, 'minItems' => \count($members), 'maxItems' => \count($members)];
        }

        return ['type' => 'object', 'additionalProperties' => false, 'required' => array_keys($members), 'properties' => $members];
    }

    /** @return array<string, mixed> */
    private function collection(CollectionType $type): array // @phpstan-ignore missingType.generics
    {
        $value = $this->type($type->getCollectionValueType());

        return $type->isList() ? ['type' => 'array', 'items' => $value] : ['type' => 'object', 'additionalProperties' => $value];
    }

    /**
     * @param list<array<string, mixed>> $schemas
     *
     * @return array<string, mixed>
     */
    private static function oneOf(array $schemas): array
    {
        $plain = array_filter($schemas, static fn (array $schema): bool => ['type'] === array_keys($schema));

        return \count($plain) === \count($schemas) ? ['type' => array_column($schemas, 'type')] : ['anyOf' => $schemas];
    }
}
