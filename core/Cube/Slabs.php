<?php

declare(strict_types=1);

namespace Tovrin\Core\Cube;

/** A part of a cube's lattice: nodes of some levels of blue, red running fastest. */
final readonly class Slabs
{
    /** Values packed in one call: one call with all of them as arguments would need a very large stack. */
    private const PACKED = 12_000;

    /**
     * @param int               $size    nodes along each axis of the whole lattice
     * @param array<int, float> $red     0…1
     * @param array<int, float> $green   as many
     * @param array<int, float> $blue    as many
     * @param array<int, float> $weights as many, or none
     */
    public function __construct(
        public int $size,
        public array $red,
        public array $green,
        public array $blue,
        public array $weights = [],
    ) {
    }

    /** The whole lattice as a cube. */
    public function asCube(): Cube
    {
        return new Cube($this->size, $this->red, $this->green, $this->blue, $this->weights);
    }

    /** The colours as bytes that unpack() reads back exactly, to be handed to another process. */
    public function pack(): string
    {
        $bytes = '';
        foreach ([$this->red, $this->green, $this->blue] as $channel) {
            foreach (array_chunk($channel, self::PACKED) as $chunk) {
                $bytes .= pack('e*', ...$chunk);
            }
        }

        return $bytes;
    }

    /** Parts that were packed, lowest blue first, as one cube. */
    public static function join(int $size, string ...$parts): Cube
    {
        $channels = [[], [], []];
        foreach ($parts as $part) {
            $length = intdiv(\strlen($part), 3);
            foreach ([0, 1, 2] as $c) {
                foreach (str_split(substr($part, $c * $length, $length), 8 * self::PACKED) as $piece) {
                    /** @var array<int, float> $values */
                    $values = (array) unpack('e*', $piece);
                    $channels[$c][] = array_values($values);
                }
            }
        }

        return new Cube($size, array_merge(...$channels[0]), array_merge(...$channels[1]), array_merge(...$channels[2]));
    }
}
