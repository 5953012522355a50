<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;

/** What lies beside one line: the colours of both sides with their sureness, and how clear the line is. Filled by a process of its own. */
final readonly class EdgeLine
{
    /** Red, green, blue and sureness of the inside, and of the outside, 8 bits each. */
    private const BANDS = 8;
    /** Of how clear it is, a float. */
    private const CLEAR_BYTES = 4;
    /** Pixels around those of a line whose colours count too: they are looked up between pixels. */
    private const AROUND = 2;
    /** Most of it is empty: it takes little room however little is tried. */
    private const COMPRESSION = 1;

    private function __construct(public int $width, public int $height, private SharedBytes $pictures, private SharedBytes $clear)
    {
    }

    /** Room for one, where there is nothing yet. */
    public static function reserved(int $width, int $height): self
    {
        return new self($width, $height, new SharedBytes(self::BANDS * $width * $height), new SharedBytes(self::CLEAR_BYTES * $width * $height));
    }

    /** @param VipsImage $found nine bands of floats: the eight of the pictures in levels of 8 bits, and how clear the line is */
    public function put(VipsImage $found): void
    {
        // What is not beside the line is nothing that anybody looks at.
        $near = $found->band(self::BANDS)->above(0.0)->dilated(self::AROUND)->asShare();
        $found->band(0, self::BANDS)->multiply($near)->cast(SampleFormat::Byte)->into($this->pictures);
        $found->band(self::BANDS)->into($this->clear);
    }

    /** To be kept; see fill(). */
    public function toBytes(): string
    {
        return (string) gzcompress($this->pictures->toString().$this->clear->toString(), self::COMPRESSION);
    }

    /** @return bool whether these are the bytes of a line of this size */
    public function fill(?string $bytes): bool
    {
        $all = null === $bytes ? false : @gzuncompress($bytes);
        if (!\is_string($all) || \strlen($all) !== $this->pictures->length() + $this->clear->length()) {
            return false;
        }
        $this->pictures->put(0, substr($all, 0, $this->pictures->length()));
        $this->clear->put(0, substr($all, $this->pictures->length()));

        return true;
    }

    /** @param non-empty-list<self> $lines all of one size */
    public static function together(array $lines): EdgePictures
    {
        [$width, $height] = [$lines[0]->width, $lines[0]->height];
        [$inside, $outside, $near] = [new SharedBytes(4 * $width * $height), new SharedBytes(4 * $width * $height), new SharedBytes($width * $height)];
        Vips::aside(static function () use ($lines, $inside, $outside, $near): string {
            [$best, $clearest] = $lines[0]->drawn();
            foreach (\array_slice($lines, 1) as $line) {
                [$pictures, $clear] = $line->drawn();
                // Where several reaches end, the line whose sides differ most tells most of a pixel.
                $is = $clearest->subtract($clear)->below(0.0);
                [$best, $clearest] = [$is->choosing($pictures, $best), $is->choosing($clear, $clearest)];
            }
            $best = $best->inMemory();
            $best->band(0, 4)->into($inside);
            $best->band(4, 4)->into($outside);
            // Colours are looked up between pixels, so those around count too.
            $best->band(3)->above(0.0)->dilated(1)->into($near);

            return '';
        });

        return new EdgePictures($width, $height, $inside->toString(), $outside->toString(), EdgePictures::tilesOf($near->toString(), $width));
    }

    /** @return array{VipsImage, VipsImage} the pictures, and how clear it is */
    private function drawn(): array
    {
        return [VipsImage::over($this->pictures, $this->width, $this->height, self::BANDS, 8), VipsImage::over($this->clear, $this->width, $this->height, 1, 32)];
    }
}
