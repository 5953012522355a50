<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\Core\Colour\Encoding\RommRgb;
use Tovrin\Core\Grade\Grade;
use Tovrin\Tests\Outside;

/**
 * Every kind of file is read to what ImageMagick reads, and every kind that is written is read by ImageMagick, and by Python's
 * PIL, to what was meant.
 */
final class FormatsTest extends TestCase
{
    private const WIDTH = 48;
    private const HEIGHT = 32;

    private static string $scratch;

    public static function setUpBeforeClass(): void
    {
        self::$scratch = Outside::scratch();
        $deep = '';
        for ($y = 0; $y < self::HEIGHT; ++$y) {
            for ($x = 0; $x < self::WIDTH; ++$x) {
                // Smooth, so that lossy forms keep it; all levels of all channels, transparency among them.
                $deep .= pack('n4', (int) (65_535 * $x / (self::WIDTH - 1)), (int) (65_535 * $y / (self::HEIGHT - 1)), (int) (32_767 + 32_767 * sin(($x + $y) / 13)), 65_535 - 1000 * $y);
            }
        }
        file_put_contents(self::path('base.raw'), $deep);
        Outside::run([Outside::convert(), '-size', self::WIDTH.'x'.self::HEIGHT, '-depth', '16', '-endian', 'MSB', 'rgba:'.self::path('base.raw'), self::path('base.png')]);
        Outside::run([Outside::convert(), self::path('base.png'), '-alpha', 'off', self::path('opaque.png')]);
    }

    /** @param list<string> $how */
    #[DataProvider('read')]
    public function testAFileIsReadToWhatAnotherDecoderReads(string $file, array $how, int $bits, bool $alpha, int $levels): void
    {
        $path = self::path($file);
        Outside::run([Outside::convert(), self::path('base.png'), ...$how, $path]);
        $pixels = PictureFile::read($path, $file);
        self::assertSame([self::WIDTH, self::HEIGHT, $bits, $alpha], [$pixels->width, $pixels->height, $pixels->bits, $pixels->alpha]);
        self::assertClose(self::theirs($path, $bits, $alpha), self::numbers($pixels->bytes(), $bits), $levels * (16 === $bits ? 257 : 1));
    }

    /** @return iterable<string, array{string, list<string>, int, bool, int}> file, how ImageMagick writes it, bits, alpha, levels of 8 bits it may be off */
    public static function read(): iterable
    {
        $opaque = ['-alpha', 'off'];
        $eight = ['-depth', '8'];
        $grey = ['-colorspace', 'Gray'];
        // Two decoders round the cosine transform and colour conversion of JPEG and its like a level apart.
        yield 'JPEG' => ['a.jpg', [...$opaque, '-quality', '95', '-sampling-factor', '1x1'], 8, false, 1];
        yield 'JPEG, half the colour' => ['b.jpg', [...$opaque, '-quality', '95', '-sampling-factor', '2x2'], 8, false, 1];
        yield 'JPEG, progressive' => ['c.jpg', [...$opaque, '-interlace', 'JPEG'], 8, false, 1];
        yield 'JPEG, grey' => ['d.jpg', [...$opaque, ...$grey], 8, false, 1];
        yield 'PNG' => ['a.png', [...$opaque, ...$eight], 8, false, 0];
        yield 'PNG, 16 bits' => ['b.png', $opaque, 16, false, 0];
        yield 'PNG, alpha' => ['c.png', $eight, 8, true, 0];
        yield 'PNG, 16 bits, alpha' => ['d.png', [], 16, true, 0];
        yield 'PNG, grey' => ['e.png', [...$opaque, ...$grey, ...$eight], 8, false, 0];
        yield 'PNG, grey, 16 bits' => ['f.png', [...$opaque, ...$grey], 16, false, 0];
        yield 'PNG, grey, alpha' => ['g.png', [...$grey, ...$eight], 8, true, 0];
        yield 'PNG, palette' => ['h.png', [...$opaque, '-colors', '40', '-type', 'Palette', ...$eight], 8, false, 0];
        yield 'PNG, interlaced' => ['i.png', [...$opaque, ...$eight, '-interlace', 'PNG'], 8, false, 0];
        yield 'PNG, black and white' => ['j.png', [...$opaque, '-monochrome'], 8, false, 0];
        foreach (['None', 'LZW', 'Zip'] as $i => $compression) {
            yield "TIFF, $compression" => ["a$i.tif", [...$opaque, ...$eight, '-compress', $compression], 8, false, 0];
            yield "TIFF, $compression, 16 bits" => ["b$i.tif", [...$opaque, '-compress', $compression], 16, false, 0];
        }
        yield 'TIFF, tiles' => ['c.tif', [...$opaque, '-define', 'tiff:tile-geometry=16x16', '-compress', 'LZW'], 16, false, 0];
        yield 'TIFF, most significant byte first' => ['d.tif', [...$opaque, '-define', 'tiff:endian=msb'], 16, false, 0];
        yield 'TIFF, plane by plane' => ['e.tif', [...$opaque, '-interlace', 'Plane'], 16, false, 0];
        yield 'TIFF, differences' => ['f.tif', [...$opaque, '-compress', 'LZW', '-define', 'tiff:predictor=2'], 16, false, 0];
        yield 'TIFF, grey' => ['g.tif', [...$opaque, ...$grey, ...$eight], 8, false, 0];
        yield 'TIFF, grey, 16 bits' => ['h.tif', [...$opaque, ...$grey], 16, false, 0];
        yield 'TIFF, alpha' => ['i.tif', ['-define', 'tiff:alpha=unassociated', ...$eight], 8, true, 0];
        yield 'TIFF, alpha, 16 bits' => ['j.tif', ['-define', 'tiff:alpha=unassociated'], 16, true, 0];
        yield 'TIFF, black and white' => ['k.tif', [...$opaque, '-monochrome', '-depth', '1'], 8, false, 0];
        yield 'TIFF, JPEG inside' => ['l.tif', [...$opaque, ...$eight, '-compress', 'JPEG', '-quality', '95'], 8, false, 1];
        yield 'WebP' => ['a.webp', [...$opaque, '-quality', '90'], 8, false, 1];
        yield 'WebP, without loss' => ['b.webp', [...$opaque, ...$eight, '-define', 'webp:lossless=true'], 8, false, 0];
        yield 'WebP, alpha' => ['c.webp', [...$eight, '-define', 'webp:lossless=true', '-define', 'webp:exact=true'], 8, true, 0];
        yield 'AVIF' => ['a.avif', [...$opaque, '-quality', '95'], 8, false, 3];
        yield 'HEIC' => ['a.heic', [...$opaque, '-quality', '95'], 8, false, 2];
    }

    #[DataProvider('orientations')]
    public function testAPictureIsUprightWhateverItsFileSays(string $file, int $orientation): void
    {
        $path = self::path("$orientation-$file");
        Outside::run([Outside::convert(), self::path('base.png'), '-alpha', 'off', '-depth', '8', '-orient', self::ORIENTATIONS[$orientation], $path]);
        if (str_ends_with($file, '.jpg')) {
            $jpeg = (string) file_get_contents($path);
            $exif = "Exif\0\0MM\0\x2A\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0".\chr($orientation)."\0\0\0\0\0\0";
            // Any number of fill bytes may stand before a marker (ISO/IEC 10918-1, B.1.1.2).
            file_put_contents($path, "\xFF\xD8\xFF\xFF\xFF\xE1".pack('n', \strlen($exif) + 2).$exif.substr($jpeg, 2));
        }
        $pixels = PictureFile::read($path, $file);
        self::assertSame($orientation > 4 ? [self::HEIGHT, self::WIDTH] : [self::WIDTH, self::HEIGHT], [$pixels->width, $pixels->height]);
        self::assertClose(self::numbers(Outside::run([Outside::convert(), $path, '-auto-orient', '-depth', '8', 'rgb:-']), 8), self::numbers($pixels->bytes(), 8), 1);
        self::assertFalse($pixels->asFiled && $orientation > 1);
    }

    private const ORIENTATIONS = [1 => 'TopLeft', 'TopRight', 'BottomRight', 'BottomLeft', 'LeftTop', 'RightTop', 'RightBottom', 'LeftBottom'];

    /** @return iterable<string, array{string, int}> */
    public static function orientations(): iterable
    {
        for ($orientation = 1; $orientation <= 8; ++$orientation) {
            yield "JPEG $orientation" => ['x.jpg', $orientation];
            yield "TIFF $orientation" => ['x.tif', $orientation];
        }
    }

    #[DataProvider('written')]
    public function testAFileIsWrittenToWhatOtherDecodersRead(ExportFormat $format, ?int $bits, bool $alpha, int $levels): void
    {
        $path = self::path('written'.($bits ?? 0).$format->ending());
        $source = $alpha ? self::path('base.png') : self::path('opaque.png');
        Rendering::file($source, 'source.png', new Grade([]), new ExportSpec($format, $bits, quality: 96, dither: false), $path, static function (): void {});
        $depth = $format->isDeep() ? $bits ?? 16 : 8;
        $told = explode(' ', Outside::run([Outside::convert(), $path, '-format', '%w %h %z %[channels]', 'info:']));
        self::assertSame([(string) self::WIDTH, (string) self::HEIGHT, (string) $depth], \array_slice($told, 0, 3));
        self::assertSame($alpha, str_contains($told[3], 'a'), $told[3]);
        $meant = array_map(static fn (int $value): int => 16 === $depth ? $value : (int) round($value / 257), self::theirs($source, 16, $alpha));
        self::assertClose($meant, self::theirs($path, $depth, $alpha), $levels * (16 === $depth ? 257 : 1));
        if (8 === $depth && ExportFormat::Avif !== $format) {
            $read = Outside::run(['/usr/bin/python3', '-c', 'import sys; from PIL import Image; sys.stdout.buffer.write(Image.open(sys.argv[1]).convert(sys.argv[2]).tobytes())', $path, $alpha ? 'RGBA' : 'RGB']);
            self::assertClose($meant, self::numbers($read, 8), $levels);
        }
    }

    /** @return iterable<string, array{ExportFormat, int|null, bool, int}> */
    public static function written(): iterable
    {
        // With loss: of a gradient over 48 pixels from one end to the other, whose colour WebP and its like keep in every second pixel.
        yield 'JPEG' => [ExportFormat::Jpeg, null, false, 4];
        yield 'PNG' => [ExportFormat::Png, 8, true, 0];
        yield 'PNG, as deep as the photo' => [ExportFormat::Png, null, true, 0];
        yield 'TIFF' => [ExportFormat::Tiff, 8, true, 0];
        yield 'TIFF, 16 bits' => [ExportFormat::Tiff, 16, true, 0];
        yield 'WebP' => [ExportFormat::Webp, null, true, 16];
        // ImageMagick halves the colour of an AVIF when it reads it.
        yield 'AVIF' => [ExportFormat::Avif, null, false, 16];
    }

    public function testOfSeveralPagesTheFirstIsTakenAndThatIsSaid(): void
    {
        Outside::run([Outside::convert(), self::path('base.png'), '-alpha', 'off', '(', '+clone', '-negate', ')', self::path('pages.tif')]);
        $pixels = PictureFile::read(self::path('pages.tif'), 'pages.tif');
        self::assertClose(self::theirs(self::path('pages.tif').'[0]', 16, false), self::numbers($pixels->bytes(), 16), 0);
        self::assertContains('It has 2 pages; the first one is used.', $pixels->origin->notes);
    }

    /** A sensor's mosaic of four patches; what they are in ROMM RGB by culori, an independent colour library. */
    #[DataProvider('turns')]
    public function testCameraRawBecomesWhatTheSensorSaw(int $orientation): void
    {
        $path = self::path("$orientation.dng");
        Outside::run(['/usr/bin/python3', Outside::root().'/tests/outside/dng.py', $path, (string) $orientation]);
        $pixels = PictureFile::read($path, 'shot.dng');
        self::assertSame(1 === $orientation ? [128, 96] : [96, 128], [$pixels->width, $pixels->height]);
        self::assertSame([16, RommRgb::encoding(), 'Quillhaven Quill 2', '2026-03-01 10:11:12'], [$pixels->bits, $pixels->colours->encoding, $pixels->origin->camera, $pixels->origin->takenAt?->format('Y-m-d H:i:s')]);
        self::assertStringContainsString('Raw data of a camera', $pixels->origin->notes[0] ?? '');
        $encoded = array_map(static fn (array $linear): array => array_map(static fn (float $v): float => 1.055 * $v ** (1 / 2.4) - 0.055, $linear), [[0.5, 0.5, 0.5], [0.6, 0.1, 0.1], [0.1, 0.6, 0.1], [0.1, 0.1, 0.6]]);
        /** @var list<array{float, float, float}> $meant */
        $meant = json_decode(Outside::run(['node', Outside::root().'/tests/outside/profiles.mjs'], (string) json_encode(['from' => 'srgb', 'to' => 'prophoto-rgb', 'colours' => $encoded])), true);
        $values = Pictures::values($pixels);
        // Upright or turned by a quarter to the right: where the patches' middles then are.
        $places = 1 === $orientation ? [[32, 24], [96, 24], [32, 72], [96, 72]] : [[72, 32], [72, 96], [24, 32], [24, 96]];
        foreach ($places as $i => [$x, $y]) {
            // LibRaw's matrices have other digits, and its white a little of its own: within a hundredth.
            self::assertEqualsWithDelta(array_map(static fn (float $v): float => 255 * $v, $meant[$i]), \array_slice($values, 3 * ($y * $pixels->width + $x), 3), 2.6, "patch $i");
        }
    }

    /** @return iterable<string, array{int}> */
    public static function turns(): iterable
    {
        yield 'upright' => [1];
        yield 'turned' => [6];
    }

    /** @return list<int> what ImageMagick reads */
    private static function theirs(string $path, int $bits, bool $alpha): array
    {
        return self::numbers(Outside::run([Outside::convert(), $path, '-depth', (string) $bits, '-endian', 'LSB', ($alpha ? 'rgba' : 'rgb').':-']), $bits);
    }

    /** @return list<int> */
    private static function numbers(string $bytes, int $bits): array
    {
        return array_map(static fn (mixed $value): int => \is_int($value) ? $value : 0, array_values((array) unpack(16 === $bits ? 'v*' : 'C*', $bytes)));
    }

    /**
     * @param list<int> $expected
     * @param list<int> $got
     */
    private static function assertClose(array $expected, array $got, int $within): void
    {
        self::assertCount(\count($expected), $got);
        $off = array_map(static fn (int $a, int $b): int => abs($a - $b), $expected, $got);
        self::assertLessThanOrEqual($within, max([0, ...$off]), \sprintf('value %d of %d', (int) array_search(max([0, ...$off]), $off, true), \count($off)));
    }

    private static function path(string $file): string
    {
        return self::$scratch.'/'.$file;
    }
}
