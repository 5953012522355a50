<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\Encoding\DisplayP3;
use Tovrin\Tests\Outside;

/** Files nobody should send, made from good ones: the same on every run. */
final class HostileFiles
{
    private const WIDTH = 200;
    private const HEIGHT = 150;
    private const CUTS = [0.02, 0.1, 0.25, 0.4, 0.55, 0.7, 0.85, 0.95, 0.99];
    private const FLIPS = 10;

    /** @var array<string, string> */
    private array $good;

    public function __construct(private readonly string $scratch)
    {
        $this->good = $this->good();
    }

    /** @return array<string, string> whole files, by name */
    public function whole(): array
    {
        return $this->good;
    }

    /** @return \Generator<string, string> bytes by name */
    public function all(): \Generator
    {
        foreach ($this->good as $name => $bytes) {
            foreach (self::CUTS as $share) {
                yield \sprintf('cut at %d %%: %s', (int) (100 * $share), $name) => substr($bytes, 0, (int) ($share * \strlen($bytes)));
            }
            yield "cut by a byte: $name" => substr($bytes, 0, -1);
            mt_srand(crc32($name));
            for ($i = 0; $i < self::FLIPS; ++$i) {
                $at = mt_rand(0, \strlen($bytes) - 1);
                yield "bit flipped at $at: $name" => substr_replace($bytes, $bytes[$at] ^ \chr(1 << mt_rand(0, 7)), $at, 1);
            }
            yield "followed by other data: $name" => $bytes.str_repeat("\xFF\xDA more \xFF\xD9", 50)."\xFF\xDA";
        }
        yield from $this->sizes();
        yield from $this->bombs();
        yield from $this->disguised();
        yield from $this->wrongTags();
    }

    /** @return array<string, string> */
    private function good(): array
    {
        mt_srand(11);
        $data = '';
        for ($i = 0; $i < self::WIDTH * self::HEIGHT; ++$i) {
            [$x, $y] = [$i % self::WIDTH, intdiv($i, self::WIDTH)];
            $data .= pack('C3', min(255, $x + mt_rand(0, 5)), min(255, $y + mt_rand(0, 5)), min(255, intdiv($x + $y, 2)));
        }
        $pixels = new Pixels(self::WIDTH, self::HEIGHT, 8, false, $data, null, ColourTag::made(DisplayP3::encoding()));
        $good = [];
        foreach (['a.jpg' => new Writing('jpeg'), 'b.jpg' => new Writing('jpeg', progressive: true), 'a.png' => new Writing('png'), 'a.tif' => new Writing('tiff'), 'a.webp' => new Writing('webp'), 'a.avif' => new Writing('avif')] as $name => $how) {
            $good[$name] = PictureWriter::bytes($pixels, $how);
        }
        file_put_contents($this->scratch.'/good.png', $good['a.png']);
        foreach (['b.tif' => ['-define', 'tiff:tile-geometry=64x64', '-compress', 'LZW'], 'c.heic' => []] as $name => $how) {
            Outside::run([Outside::convert(), $this->scratch.'/good.png', ...$how, $this->scratch.'/'.$name]);
            $good[$name] = (string) file_get_contents($this->scratch.'/'.$name);
        }

        return $good;
    }

    /** @return \Generator<string, string> pictures that say they are far larger than they are */
    private function sizes(): \Generator
    {
        foreach ([[65_500, 65_500], [30_001, 10], [25_000, 25_000], [0, 0], [0, 50], [65_535, 1]] as [$width, $height]) {
            $frame = strpos($this->good['a.jpg'], "\xFF\xC0");
            yield "JPEG of $width × $height" => substr_replace($this->good['a.jpg'], pack('n2', $height, $width), (int) $frame + 5, 4);
            $scans = strpos($this->good['b.jpg'], "\xFF\xC2");
            yield "progressive JPEG of $width × $height" => substr_replace($this->good['b.jpg'], pack('n2', $height, $width), (int) $scans + 5, 4);
            yield "PNG of $width × $height" => self::png($width, $height, 2, gzcompress(str_repeat("\0", 1000)) ?: '');
            yield "TIFF of $width × $height" => self::tiff([0x100 => [4, $width], 0x101 => [4, $height]]);
        }
        yield 'PNG of 2 thousand million' => self::png(2_000_000_000, 2_000_000_000, 2, '');
        yield 'TIFF of 4 thousand million' => self::tiff([0x100 => [4, 0xFFFFFFFF], 0x101 => [4, 0xFFFFFFFF]]);
        yield 'TIFF of huge tiles' => self::tiff([0x142 => [4, 0x7FFFFFF0], 0x143 => [4, 0x7FFFFFF0], 0x144 => [4, 8], 0x145 => [4, 100]]);
        yield 'TIFF of 60,000 channels' => self::tiff([0x115 => [3, 60_000]]);
        yield 'TIFF of one strip of 4 GB' => self::tiff([0x116 => [4, 0xFFFFFFFF], 0x117 => [4, 0xFFFFFFFF]]);
        yield 'TIFF whose directory is its own next' => self::tiff([], 8);
        yield 'TIFF with numbers with a point' => self::tiff([0x102 => [3, 32], 0x153 => [3, 3]]);
        yield 'TIFF of a mosaic, as raw files are' => self::tiff([0x106 => [3, 32_803]]);
        yield 'AVIF of a huge size' => $this->resized($this->good['a.avif'], 60_000, 60_000);
        yield 'HEIC of a huge size' => $this->resized($this->good['c.heic'], 60_000, 60_000);
        yield 'WebP of a huge size' => substr_replace($this->good['a.webp'], "\xFF\xFF\xFF\xFF\xFF\xFF", 24, 6);
    }

    /** @return \Generator<string, string> little that unpacks to much */
    private function bombs(): \Generator
    {
        $zeros = self::zeros(300_000_000);
        yield 'PNG of 8000 × 8000 of nothing' => self::png(8000, 8000, 0, $zeros);
        yield 'PNG of more rows than it says' => self::png(100, 100, 0, $zeros);
        yield 'interlaced PNG of 8000 × 8000 of nothing' => self::png(8000, 8000, 0, $zeros, '', 1);
        foreach (['iCCP' => "ICC\0\0", 'zTXt' => "Comment\0\0", 'iTXt' => "Comment\0\1\0\0\0"] as $type => $head) {
            yield "PNG with $type of 300 MB" => self::png(8, 8, 2, gzcompress(str_repeat("\0", 200)) ?: '', self::chunk($type, $head.$zeros));
        }
        // Old programs keep a profile as text, after its length: this one claims four thousand million bytes.
        yield 'PNG with a text that says it is a profile of 4 GB' => self::png(8, 8, 2, gzcompress(str_repeat("\0", 200)) ?: '', self::chunk('zTXt', "Raw profile type icc\0\0".gzcompress("\nicc\n 4294967290\n".str_repeat('00', 5000))));
        yield 'PNG with texts that unpack to much, one after another' => self::png(8, 8, 2, gzcompress(str_repeat("\0", 200)) ?: '', str_repeat(self::chunk('zTXt', "Comment\0\0".self::zeros(8_000_000)), 40));
        yield 'PNG of a hundred thousand chunks' => self::png(8, 8, 2, gzcompress(str_repeat("\0", 200)) ?: '', str_repeat(self::chunk('tEXt', "a\0b"), 100_000));
        yield 'TIFF of 8000 × 8000 of nothing' => self::tiff([0x100 => [4, 8000], 0x101 => [4, 8000], 0x103 => [3, 8], 0x116 => [4, 8000], 0x117 => [4, \strlen($zeros)]], 0, $zeros);
        // Scan after scan over a large picture: seconds of work in a few bytes each.
        $head = substr($this->good['b.jpg'], 0, (int) strpos($this->good['b.jpg'], "\xFF\xDA"));
        $frame = (int) strpos($head, "\xFF\xC2");
        $scan = "\xFF\xDA\0\x08\x01\x01\0\x01\x3F\x00\x7F\xFF\xD9";
        yield 'JPEG of two thousand scans' => substr_replace($head, pack('n2', 8000, 8000), $frame + 5, 4).str_repeat(substr($scan, 0, -2), 2000)."\xFF\xD9";
        yield 'JPEG of a thousand comments' => substr($this->good['a.jpg'], 0, 2).str_repeat("\xFF\xFE".pack('n', 60_002).str_repeat('x', 60_000), 300).substr($this->good['a.jpg'], 2);
    }

    /** @return \Generator<string, string> something else under the name of a picture */
    private function disguised(): \Generator
    {
        yield 'nothing.jpg' => '';
        yield 'one byte.png' => "\x89";
        yield 'only a beginning.jpg' => "\xFF\xD8\xFF";
        yield 'only a signature.png' => "\x89PNG\r\n\x1A\n";
        yield 'only a signature.tif' => "II*\0";
        yield 'only a signature.webp' => "RIFF\x10\0\0\0WEBP";
        yield 'only a signature.heic' => "\0\0\0\x18ftypheic\0\0\0\0heicmif1";
        yield 'list.jpg' => 'eggs, milk, flour';
        yield 'page.png' => '<!DOCTYPE html><html><body onload="alert(1)">';
        yield 'drawing.jpg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="file:///etc/passwd"/></svg>';
        yield 'script.png' => "push graphic-context\nviewbox 0 0 640 480\nimage over 0,0 0,0 'https://127.0.0.1/x.png'\npop graphic-context";
        yield 'script.jpg' => '<?xml version="1.0"?><image><read filename="/etc/passwd"/><write filename="/tmp/x"/></image>';
        yield 'print.tif' => "%!PS-Adobe-3.0\n(%pipe%id) (w) file\n";
        yield 'document.jpg' => "%PDF-1.7\n1 0 obj\n<< >>\nendobj\n";
        yield 'animation.jpg' => "GIF89a\x01\0\x01\0\0\0\0;";
        yield 'old.png' => "BM\x1E\0\0\0\0\0\0\0\x1A\0\0\0\x0C\0\0\0\x01\0\x01\0\x01\0\x18\0\0\0\xFF\0";
        yield 'layers.tif' => "8BPS\0\x01\0\0\0\0\0\0\0\x03\0\0\0\x01\0\0\0\x01\0\x08\0\x03";
        yield 'archive.jpg' => "PK\x03\x04".str_repeat("\0", 100);
        yield 'raw.tif' => "II*\0\x10\0\0\0CR\x02\0".str_repeat("\0", 100);
        yield 'raw.jpg' => 'FUJIFILMCCD-RAW 0201'.str_repeat("\0", 100);
        yield 'random.jpg' => "\xFF\xD8\xFF".str_repeat(hash('sha256', 'a', true), 500);
        yield 'random.png' => "\x89PNG\r\n\x1A\n".str_repeat(hash('sha256', 'b', true), 500);
        // Right pictures under wrong names are pictures.
        foreach (['a.jpg' => 'x.png', 'a.png' => 'x.tif', 'a.tif' => 'x.jpg', 'a.webp' => 'x.heic', 'a.avif' => 'x.webp'] as $from => $to) {
            yield "in truth $from: $to" => $this->good[$from];
        }
    }

    /** @return \Generator<string, string> */
    private function wrongTags(): \Generator
    {
        $exif = static fn (int $orientation): string => "Exif\0\0MM\0*\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01".pack('n', $orientation)."\0\0\0\0\0\0";
        foreach ([0, 9, 255, 65_535] as $orientation) {
            yield "JPEG of orientation $orientation" => self::segment($this->good['a.jpg'], 0xE1, $exif($orientation));
        }
        yield 'JPEG with EXIF data that is its own next' => self::segment($this->good['a.jpg'], 0xE1, "Exif\0\0MM\0*\0\0\0\x08\0\x01\x87\x69\0\x04\0\0\0\x01\0\0\0\x08\0\0\0\x08");
        yield 'JPEG with EXIF data of 65,535 entries' => self::segment($this->good['a.jpg'], 0xE1, "Exif\0\0MM\0*\0\0\0\x08\xFF\xFF".str_repeat("\x01\x12\0\x03\xFF\xFF\xFF\xFF\0\x06\0\0", 100));
        foreach (['nothing' => '', 'text' => str_repeat('not a profile', 30), 'zeros' => str_repeat("\0", 400), 'cmyk' => (string) file_get_contents(Outside::root().'/src/Imaging/Decode/coated-cmyk.icc'), 'grey' => (string) file_get_contents('/usr/share/color/icc/Gray.icc'), 'cut' => substr((string) file_get_contents('/usr/share/color/icc/sRGB.icc'), 0, 300)] as $what => $profile) {
            $plain = (string) preg_replace('/^/', '', $this->good['a.png']);
            $end = strpos($plain, 'iCCP') + 4;
            $length = (unpack('N', $plain, $end - 8) ?: [1 => 0])[1];
            \assert(\is_int($length));
            yield "PNG with a profile of $what" => substr_replace($plain, self::chunk('iCCP', "x\0\0".gzcompress($profile)), $end - 8, $length + 12);
        }
        yield 'JPEG with parts of a profile missing' => self::segment($this->good['a.jpg'], 0xE2, "ICC_PROFILE\0\x07\x09".str_repeat('x', 500));
        // A fill byte before a marker is allowed.
        yield 'JPEG with fill bytes' => substr_replace($this->good['a.jpg'], "\xFF\xFF\xFF", 2, 0);
    }

    private static function segment(string $jpeg, int $marker, string $data): string
    {
        return substr_replace($jpeg, "\xFF".\chr($marker).pack('n', \strlen($data) + 2).$data, 2, 0);
    }

    private static function png(int $width, int $height, int $kind, string $data, string $chunks = '', int $interlaced = 0): string
    {
        return "\x89PNG\r\n\x1A\n".self::chunk('IHDR', pack('NNCCCCC', $width, $height, 8, $kind, 0, 0, $interlaced)).$chunks.self::chunk('IDAT', $data).self::chunk('IEND', '');
    }

    private static function chunk(string $type, string $data): string
    {
        return pack('N', \strlen($data)).$type.$data.pack('N', crc32($type.$data));
    }

    /** So many zeros, packed twice as tightly as can be. */
    private static function zeros(int $count): string
    {
        $deflate = deflate_init(\ZLIB_ENCODING_DEFLATE, ['level' => 9]);
        \assert(false !== $deflate);
        $packed = '';
        $piece = str_repeat("\0", 1_000_000);
        for ($i = 0; $i < intdiv($count, 1_000_000); ++$i) {
            $packed .= deflate_add($deflate, $piece, \ZLIB_NO_FLUSH);
        }

        return $packed.deflate_add($deflate, '', \ZLIB_FINISH);
    }

    /** @param array<int, array{int, int}> $tags type and value, over those of a small grey picture */
    private static function tiff(array $tags, int $next = 0, string $data = ''): string
    {
        $tags += [0x100 => [4, 8], 0x101 => [4, 8], 0x102 => [3, 8], 0x103 => [3, 1], 0x106 => [3, 1], 0x111 => [4, 400], 0x115 => [3, 1], 0x116 => [4, 100_000], 0x117 => [4, 64]];
        ksort($tags);
        $table = pack('v', \count($tags));
        foreach ($tags as $tag => [$type, $value]) {
            $table .= pack('vvVV', $tag, $type, 1, $value);
        }

        return str_pad("II*\0".pack('V', 8).$table.pack('V', $next), 400, "\0").('' === $data ? str_repeat("\x80", 64) : $data);
    }

    /** An AVIF or HEIC whose size is said to be another. */
    private function resized(string $bytes, int $width, int $height): string
    {
        return substr_replace($bytes, pack('NN', $width, $height), (int) strpos($bytes, 'ispe') + 8, 8);
    }
}
