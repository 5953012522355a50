<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Opis\JsonSchema\Errors\ValidationError;
use Opis\JsonSchema\Validator;

/** Data against the look schema, or another one that is made known, with words that name the place in the file and the way out. */
final class SchemaCheck
{
    private static ?Validator $validator = null;

    /** Makes a further schema known under its id. */
    public static function know(string $id, string $file): void
    {
        self::validator()->resolver()?->registerFile($id, $file);
    }

    /**
     * @param string $schema reference of a definition of the look schema
     * @param string $path   of the data in the file, for messages
     *
     * @throws FormatError naming the place in the file and what is allowed there
     */
    public static function check(\stdClass $data, string $schema, string $path): void
    {
        $error = self::validator()->validate($data, $schema)->error();
        if (null !== $error) {
            throw new FormatError(self::explain($error, $path));
        }
    }

    private static function validator(): Validator
    {
        if (null === self::$validator) {
            self::$validator = new Validator();
            self::$validator->resolver()?->registerFile(LookSchema::ID, LookSchema::FILE);
        }

        return self::$validator;
    }

    private static function explain(ValidationError $error, string $path): string
    {
        $deepest = self::deepest($error);
        foreach ($deepest->data()->fullPath() as $step) {
            $path .= \is_int($step) ? "[$step]" : ('' === $path ? '' : '.').$step;
        }
        $value = $deepest->data()->value();
        $given = \is_scalar($value) || null === $value ? json_encode($value) : 'this';
        $args = $deepest->args();
        $word = static fn (string $key): string => \is_scalar($args[$key] ?? null) ? (string) $args[$key] : (string) json_encode($args[$key] ?? '');
        $schema = $deepest->schema()->info()->data();
        $range = \is_object($schema) && isset($schema->minimum, $schema->maximum) && is_numeric($schema->minimum) && is_numeric($schema->maximum)
            ? \sprintf(' It must be a number from %s to %s.', $schema->minimum, $schema->maximum) : '';
        if ('additionalProperties' === $deepest->keyword()) {
            $unknown = $args['properties'] ?? [];
            $name = \is_array($unknown) && \is_string($unknown[0] ?? null) ? $unknown[0] : '?';

            return \sprintf('%s: there is no such setting.%s', ('' === $path ? '' : $path.'.').$name, self::known($schema));
        }
        if ('required' === $deepest->keyword()) {
            $missing = $args['missing'] ?? [];
            $name = \is_array($missing) && \is_string($missing[0] ?? null) ? $missing[0] : '?';

            return \sprintf('%s: missing.', ('' === $path ? '' : $path.'.').$name);
        }
        $what = match ($deepest->keyword()) {
            'minimum', 'exclusiveMinimum' => \sprintf('%s is too small.%s', $given, '' === $range ? ' It must be above '.$word('min').'.' : $range),
            'maximum' => \sprintf('%s is too large.%s', $given, '' === $range ? ' It must be at most '.$word('max').'.' : $range),
            'type' => \sprintf('%s is of the wrong type; expected %s.%s', $given, $word('expected'), $range),
            'enum' => \sprintf('%s is not one of the words allowed here%s.', $given, \is_object($schema) && isset($schema->enum) ? ': '.trim((string) json_encode($schema->enum), '[]') : ''),
            'pattern' => \sprintf(match (true) {
                str_starts_with($word('pattern'), '^#') => '%s is not a colour; write it as #rrggbb, for example #c8922e.',
                str_contains($word('pattern'), '{1,40}') => '%s cannot be an id: use 1 to 40 letters, digits, - and _.',
                str_contains($word('pattern'), '{64}') => '%s is not a SHA-256 digest: 64 digits from 0 to 9 and a to f.',
                default => '%s is not written as it has to be.',
            }, $given),
            'minLength', 'maxLength' => \sprintf('this has %s characters; it may have %s %s.', $word('length'), 'maxLength' === $deepest->keyword() ? 'at most' : 'no fewer than', $word('maxLength' === $deepest->keyword() ? 'max' : 'min')),
            'minItems', 'maxItems' => \sprintf('there are %s; there may be %s %s.', $word('count'), 'maxItems' === $deepest->keyword() ? 'at most' : 'no fewer than', $word('maxItems' === $deepest->keyword() ? 'max' : 'min')),
            'const' => \sprintf('%s is not what has to stand here: %s.', $given, $word('const')),
            default => rtrim((string) preg_replace_callback('/\{(\w+)\}/', static fn (array $found): string => $word($found[1]), $deepest->message()), '.').'.',
        };

        return ('' === $path ? 'look' : $path).': '.$what;
    }

    /** Follows an error into its details, preferring the branch that is not merely "should be null". */
    private static function deepest(ValidationError $error): ValidationError
    {
        $best = null;
        foreach ($error->subErrors() as $sub) {
            \assert($sub instanceof ValidationError);
            $candidate = self::deepest($sub);
            if (null === $best || \count($candidate->data()->fullPath()) > \count($best->data()->fullPath())) {
                $best = $candidate;
            }
        }

        return $best ?? $error;
    }

    private static function known(mixed $schema): string
    {
        if (!\is_object($schema) || !isset($schema->properties) || !\is_object($schema->properties)) {
            return '';
        }

        return ' There are: '.implode(', ', array_keys(get_object_vars($schema->properties))).'.';
    }
}
