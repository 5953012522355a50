<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

/** What some strokes have taught, kept so that the next one goes on from it. */
final readonly class Learning
{
    /**
     * @param list<float>       $alone  by component, added to what was known before: by the strokes themselves
     * @param list<float>       $grown  the same with what they grow to
     * @param array<int, float> $trusts how far what each stroke grows to is to be believed, 0…1, by its number
     */
    public function __construct(public array $alone, public array $grown, public array $trusts)
    {
    }

    public static function nothing(int $components): self
    {
        $zeros = array_fill(0, $components, 0.0);

        return new self($zeros, $zeros, []);
    }

    public function toBytes(): string
    {
        return pack('VV', \count($this->alone), \count($this->trusts)).pack('e*', ...$this->alone, ...$this->grown).pack('V*', ...array_keys($this->trusts)).pack('e*', ...$this->trusts);
    }

    /** @return self|null null when these are not its bytes, for so many components */
    public static function fromBytes(string $bytes, int $components): ?self
    {
        $head = \strlen($bytes) < 8 ? false : unpack('Vcomponents/Vstrokes', $bytes);
        if (!\is_array($head) || $head['components'] !== $components || !\is_int($head['strokes']) || \strlen($bytes) !== 8 + 16 * $components + 12 * $head['strokes']) {
            return null;
        }
        /** @var array<int, float> $weights */
        $weights = unpack('e'.(2 * $components), $bytes, 8);
        /** @var array<int, int> $numbers */
        $numbers = 0 === $head['strokes'] ? [] : unpack('V'.$head['strokes'], $bytes, 8 + 16 * $components);
        /** @var array<int, float> $trusts */
        $trusts = 0 === $head['strokes'] ? [] : unpack('e'.$head['strokes'], $bytes, 8 + 16 * $components + 4 * $head['strokes']);
        $weights = array_values($weights);

        return new self(\array_slice($weights, 0, $components), \array_slice($weights, $components), array_combine(array_values($numbers), array_values($trusts)));
    }
}
