<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\Core\Colour\Encoding\DisplayP3;
use Tovrin\Core\Colour\Encoding\NamedEncoding;
use Tovrin\Core\Colour\Encoding\Rec2020;
use Tovrin\Core\Colour\Encoding\StandardRgb;

/**
 * What HEIC and AVIF files say of their colours in numbers, where they have no profile.
 *
 * Source: ISO/IEC 14496-12, 12.1.5 (colr box); ITU-T H.273 (2021), tables 2 and 3.
 */
final readonly class Nclx
{
    private const PRIMARIES = [1 => StandardRgb::class, 2 => StandardRgb::class, 9 => Rec2020::class, 12 => DisplayP3::class];
    /** Curves for high dynamic range: PQ and HLG. */
    private const HIGH_RANGE = [16, 18];
    private const LOOKED_AT = 1 << 20;
    /** Boxes that hold boxes, and how much stands before those. */
    private const WITHIN = ['meta' => 4, 'iprp' => 0, 'ipco' => 0];

    private function __construct(private int $primaries, public int $transfer)
    {
    }

    public static function of(string $path): ?self
    {
        return self::in((string) @file_get_contents($path, false, null, 0, self::LOOKED_AT));
    }

    public function isHighRange(): bool
    {
        return \in_array($this->transfer, self::HIGH_RANGE, true);
    }

    /** @return class-string<NamedEncoding> */
    public function encoding(): string
    {
        return self::PRIMARIES[$this->primaries] ?? StandardRgb::class;
    }

    private static function in(string $boxes, int $depth = 0): ?self
    {
        for ($at = 0; \strlen($boxes) >= $at + 8; $at += $length) {
            $head = unpack('Nlength/a4type', $boxes, $at);
            [$length, $type] = \is_array($head) && \is_int($head['length']) && \is_string($head['type']) ? [$head['length'], $head['type']] : [0, ''];
            if ($length < 8) {
                return null;
            }
            if ('colr' === $type && 'nclx' === substr($boxes, $at + 8, 4) && $length >= 18) {
                $numbers = unpack('n2', $boxes, $at + 12);

                return \is_array($numbers) && \is_int($numbers[1]) && \is_int($numbers[2]) ? new self($numbers[1], $numbers[2]) : null;
            }
            $found = isset(self::WITHIN[$type]) && $depth < 4 ? self::in(substr($boxes, $at + 8 + self::WITHIN[$type], $length - 8 - self::WITHIN[$type]), $depth + 1) : null;
            if (null !== $found) {
                return $found;
            }
        }

        return null;
    }
}
