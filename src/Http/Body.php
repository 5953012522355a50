<?php

declare(strict_types=1);

namespace Tovrin\App\Http;

use Symfony\Component\HttpFoundation\Request;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Reach\Reach;

/** Reads JSON bodies of requests. */
final readonly class Body
{
    private function __construct(private \stdClass $data)
    {
    }

    public static function of(Request $request): self
    {
        try {
            $data = json_decode($request->getContent(), false, 64, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new Problem(400, \sprintf('The request is not JSON: %s.', lcfirst($e->getMessage())));
        }
        if (!$data instanceof \stdClass) {
            throw new Problem(400, 'The request must be a JSON object.');
        }

        return new self($data);
    }

    public function integer(string $name, int $min, int $max): int
    {
        $value = $this->data->{$name} ?? null;
        if (!\is_int($value) || $value < $min || $value > $max) {
            throw new Problem(422, \sprintf('%s: must be a whole number from %d to %d.', $name, $min, $max));
        }

        return $value;
    }

    public function optionalInteger(string $name, int $min, int $max): ?int
    {
        return isset($this->data->{$name}) ? $this->integer($name, $min, $max) : null;
    }

    public function text(string $name, int $maxLength): string
    {
        $value = $this->data->{$name} ?? null;
        if (!\is_string($value) || '' === trim($value) || mb_strlen($value) > $maxLength) {
            throw new Problem(422, \sprintf('%s: must be a text of 1 to %d characters.', $name, $maxLength));
        }

        return trim($value);
    }

    /** @param list<string> $words */
    public function choice(string $name, array $words): string
    {
        $value = $this->data->{$name} ?? null;
        if (!\is_string($value) || !\in_array($value, $words, true)) {
            throw new Problem(422, \sprintf('%s: must be one of %s.', $name, implode(', ', $words)));
        }

        return $value;
    }

    public function number(string $name, float $min, float $max): float
    {
        $value = $this->data->{$name} ?? null;
        if ((!\is_int($value) && !\is_float($value)) || $value < $min || $value > $max) {
            throw new Problem(422, \sprintf('%s: must be a number from %g to %g.', $name, $min, $max));
        }

        return (float) $value;
    }

    /**
     * A list of objects, each read like a body of its own.
     *
     * @return list<self>
     */
    public function objects(string $name, int $most): array
    {
        $list = $this->data->{$name} ?? null;
        if (!\is_array($list) || \count($list) > $most) {
            throw new Problem(422, \sprintf('%s: must be a list of at most %d.', $name, $most));
        }
        $bodies = [];
        foreach (array_values($list) as $index => $item) {
            if (!$item instanceof \stdClass) {
                throw new Problem(422, \sprintf('%s[%d]: must be an object.', $name, $index));
            }
            $bodies[] = new self($item);
        }

        return $bodies;
    }

    /**
     * A list of points, each a pair of shares of the photo's width and height.
     *
     * @return non-empty-list<array{0: float, 1: float}>
     */
    public function points(string $name, int $most): array
    {
        $points = [];
        $list = $this->data->{$name} ?? null;
        foreach (\is_array($list) && \count($list) <= $most ? $list : [] as $point) {
            if (!\is_array($point) || !isset($point[0], $point[1]) || !is_numeric($point[0]) || !is_numeric($point[1])) {
                throw new Problem(422, \sprintf('%s: each point is a pair of numbers.', $name));
            }
            $points[] = [(float) $point[0], (float) $point[1]];
        }
        if ([] === $points) {
            throw new Problem(422, \sprintf('%s: must be a list of 1 to %d points.', $name, $most));
        }

        return $points;
    }

    /** @throws FormatError */
    public function reach(string $name): ?Reach
    {
        $data = $this->data->{$name} ?? null;
        if (null === $data) {
            return null;
        }
        if (!$data instanceof \stdClass) {
            throw new Problem(422, \sprintf('%s: must be a reach or null.', $name));
        }

        return LookJson::readReach($data);
    }

    /** The look as text, checked. */
    public function lookJson(): string
    {
        $json = json_encode($this->data->look ?? null, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION);
        LookJson::read($json);

        return $json;
    }

    /** @throws FormatError */
    public function grade(): Grade
    {
        return LookJson::read(json_encode($this->data->look ?? null, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION));
    }
}
