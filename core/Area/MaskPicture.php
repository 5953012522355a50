<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

/** The pixels of a mask. */
final readonly class MaskPicture
{
    /** Pixels along the longer side. */
    public const SIDE_MOST = 2048;
    /** Of toBytes(). */
    public const BYTES_MOST = 16 + 2 * self::SIDE_MOST * self::SIDE_MOST;
    /** Side of the squares that are known to be of one tone, in pixels. */
    public const BLOCK = 32;
    private const MAGIC = 'mask 1'."\n\0";
    private const BLACK = "\0";
    private const WHITE = "\xff";

    public string $digest;
    /** Blocks along a row. */
    private int $columns;
    /** What is known of each block: the byte that it and all around it are of, or a space. */
    private string $around;

    /**
     * @param int    $width  pixels, 1 … SIDE_MOST
     * @param int    $height pixels, 1 … SIDE_MOST
     * @param string $words  width × height values, 0…65535, 16 bits, least significant byte first, row by row
     */
    public function __construct(public int $width, public int $height, private string $words)
    {
        if ($width < 1 || $height < 1 || max($width, $height) > self::SIDE_MOST || \strlen($words) !== 2 * $width * $height) {
            throw new \InvalidArgumentException(\sprintf('A mask has 1 to %d pixels a side, and two bytes for each.', self::SIDE_MOST));
        }
        $this->digest = hash('sha256', $this->toBytes());
        $this->columns = intdiv($width + self::BLOCK - 1, self::BLOCK);
        $this->around = $this->surroundings($this->tones());
    }

    /**
     * Its tone at places, linear between the middles of its pixels.
     *
     * @param array<int, float> $x places in distances from the left, see Frame
     * @param array<int, float> $y from the top
     *
     * @return array<int, float> 0…1; −1 and 2 for black and white that go on for a block in every direction
     */
    public function at(Frame $frame, array $x, array $y): array
    {
        [$scaleX, $scaleY] = [$this->width / $frame->width, $this->height / $frame->height];
        [$lastX, $lastY, $row] = [$this->width - 1.0, $this->height - 1.0, 2 * $this->width];
        $words = $this->words;
        $values = [];
        foreach ($x as $i => $across) {
            $u = $across * $scaleX - 0.5;
            $v = $y[$i] * $scaleY - 0.5;
            $u = $u < 0.0 ? 0.0 : ($u > $lastX ? $lastX : $u);
            $v = $v < 0.0 ? 0.0 : ($v > $lastY ? $lastY : $v);
            $tone = $this->around[intdiv((int) $v, self::BLOCK) * $this->columns + intdiv((int) $u, self::BLOCK)];
            if (' ' !== $tone) {
                $values[$i] = self::BLACK === $tone ? -1.0 : 2.0;
                continue;
            }
            $at = (int) $v * $row + 2 * (int) $u;
            $right = $u < $lastX ? 2 : 0;
            $down = $v < $lastY ? $row : 0;
            $u -= (int) $u;
            $v -= (int) $v;
            $upper = (1.0 - $u) * (\ord($words[$at]) + 256 * \ord($words[$at + 1])) + $u * (\ord($words[$at + $right]) + 256 * \ord($words[$at + $right + 1]));
            $at += $down;
            $lower = (1.0 - $u) * (\ord($words[$at]) + 256 * \ord($words[$at + 1])) + $u * (\ord($words[$at + $right]) + 256 * \ord($words[$at + $right + 1]));
            $value = ((1.0 - $v) * $upper + $v * $lower) / 65535.0;
            $values[$i] = $value > 1.0 ? 1.0 : $value;
        }

        return $values;
    }

    public function toBytes(): string
    {
        return self::MAGIC.pack('VV', $this->width, $this->height).$this->words;
    }

    public static function fromBytes(string $bytes): ?self
    {
        $head = str_starts_with($bytes, self::MAGIC) && \strlen($bytes) >= 16 ? unpack('V2', $bytes, 8) : false;
        if (!\is_array($head) || !\is_int($head[1]) || !\is_int($head[2])) {
            return null;
        }
        try {
            return new self($head[1], $head[2], substr($bytes, 16));
        } catch (\InvalidArgumentException) {
            return null;
        }
    }

    /** @return list<string> of each block the byte that it is all of, or a space */
    private function tones(): array
    {
        $tones = [];
        for ($top = 0; $top < $this->height; $top += self::BLOCK) {
            for ($left = 0; $left < $this->width; $left += self::BLOCK) {
                $bytes = 2 * min(self::BLOCK, $this->width - $left);
                $tone = null;
                for ($line = $top, $past = min($this->height, $top + self::BLOCK); $line < $past && ' ' !== $tone; ++$line) {
                    $at = 2 * ($line * $this->width + $left);
                    $first = $this->words[$at];
                    $tone = (self::BLACK === $first || self::WHITE === $first) && (null === $tone || $first === $tone) && strspn($this->words, $first, $at, $bytes) === $bytes ? $first : ' ';
                }
                $tones[] = $tone ?? ' ';
            }
        }

        return $tones;
    }

    /** @param list<string> $tones of each block */
    private function surroundings(array $tones): string
    {
        $rows = intdiv(\count($tones), $this->columns);
        $around = '';
        foreach ($tones as $at => $tone) {
            [$row, $column] = [intdiv($at, $this->columns), $at % $this->columns];
            for ($down = max(0, $row - 1); $down <= min($rows - 1, $row + 1); ++$down) {
                for ($right = max(0, $column - 1); $right <= min($this->columns - 1, $column + 1); ++$right) {
                    $tone = $tones[$down * $this->columns + $right] === $tone ? $tone : ' ';
                }
            }
            $around .= $tone;
        }

        return $around;
    }
}
