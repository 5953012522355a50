<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Metadata\Exif;
use Tovrin\App\Imaging\Metadata\Metadata;
use Tovrin\App\Imaging\Metadata\MetadataKept;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** What a photo's file says goes along as far as it is wanted and true; read and written by Pillow for comparison. */
final class MetadataTest extends TestCase
{
    private const XMP = '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:tiff="http://ns.adobe.com/tiff/1.0/" tiff:Orientation="6"><xmp:Thumbnails xmlns:xmp="http://ns.adobe.com/xap/1.0/"><rdf:Alt><rdf:li>old picture</rdf:li></rdf:Alt></xmp:Thumbnails></rdf:Description></rdf:RDF></x:xmpmeta>';
    private const IPTC = "\x1C\x02\x50\x00\x05Quill";

    private static string $scratch;
    private static string $photo;

    public static function setUpBeforeClass(): void
    {
        self::$scratch = Outside::scratch();
        self::$photo = self::$scratch.'/photo.jpg';
        PictureWriter::write(new Pixels(60, 40, 8, false, str_repeat("\xC8\x92\x2E", 2400)), new Writing('jpeg'), self::$photo);
        self::python('write', self::$photo);
        // XMP data, and IPTC data beside a small picture of how the photo was, as programs write them.
        $jpeg = (string) file_get_contents(self::$photo);
        $segment = static fn (int $marker, string $data): string => "\xFF".\chr($marker).pack('n', \strlen($data) + 2).$data;
        $thumbnail = '8BIM'.pack('n', 0x040C)."\0\0".pack('N', 12).'stale-thumb!';
        $wrapped = substr(Metadata::wrapped(self::IPTC), \strlen("Photoshop 3.0\0"));
        file_put_contents(self::$photo, substr($jpeg, 0, 2).substr($jpeg, 2, 0).$segment(0xE1, "http://ns.adobe.com/xap/1.0/\0".self::XMP).$segment(0xED, "Photoshop 3.0\0".$thumbnail.$wrapped).substr($jpeg, 2));
    }

    public function testCameraAndTimeAreRead(): void
    {
        $origin = PictureFile::read(self::$photo, 'photo.jpg')->origin;
        self::assertSame(['Quillhaven Quill 2', '2026-03-01 10:11:12'], [$origin->camera, $origin->takenAt?->format('Y-m-d H:i:s')]);
    }

    #[DataProvider('forms')]
    public function testItGoesAlongWithEveryForm(ExportFormat $format): void
    {
        $all = $this->made($format, MetadataKept::All);
        $told = self::read($all);
        self::assertSame(['Quillhaven', 'Quill 2', 'Quillhaven Ceramics', '2026:03:01 10:11:12', 'N'], [$told['make'], $told['model'], $told['copyright'], $told['taken'], $told['place']]);
        self::assertContains($told['orientation'], [1, null], 'the picture stands upright');
        $bytes = (string) file_get_contents($all);
        self::assertStringNotContainsString('old picture', $bytes);
        self::assertStringNotContainsString('stale-thumb!', $bytes);
        $pixels = PictureFile::read($all, 'all');
        self::assertSame([40, 60], [$pixels->width, $pixels->height]);
        self::assertStringContainsString('tiff:Orientation="1"', (string) $pixels->metadata->xmp);
        if (\in_array($format, [ExportFormat::Jpeg, ExportFormat::Tiff], true)) {
            self::assertSame(self::IPTC, $pixels->metadata->iptc);
        }
    }

    #[DataProvider('forms')]
    public function testItIsReducedOrLeftOut(ExportFormat $format): void
    {
        $reduced = $this->made($format, MetadataKept::Reduced);
        $told = self::read($reduced);
        self::assertSame(['Quillhaven', 'Quill 2', '2026:03:01 10:11:12'], [$told['make'], $told['model'], $told['taken']]);
        self::assertSame([null, null], [$told['place'], $told['serial']]);
        self::assertStringNotContainsString('serial-4711', (string) file_get_contents($reduced));
        $none = self::read($this->made($format, MetadataKept::None));
        self::assertSame([null, null, null], [$none['make'], $none['taken'], $none['place']]);
    }

    /** @return iterable<string, array{ExportFormat}> */
    public static function forms(): iterable
    {
        foreach ([ExportFormat::Jpeg, ExportFormat::Png, ExportFormat::Tiff, ExportFormat::Webp] as $format) {
            yield $format->value => [$format];
        }
    }

    /** Pillow reads no AVIF here. */
    public function testAnAvifCarriesItToo(): void
    {
        $pixels = PictureFile::read($this->made(ExportFormat::Avif, MetadataKept::All), 'all.avif');
        self::assertSame(['Quillhaven Quill 2', 40, 60], [$pixels->origin->camera, $pixels->width, $pixels->height]);
        self::assertSame('', PictureFile::read($this->made(ExportFormat::Avif, MetadataKept::None), 'none.avif')->origin->camera);
    }

    public function testATiffHandsItsOwnTagsOn(): void
    {
        $tiff = $this->made(ExportFormat::Tiff, MetadataKept::All);
        Rendering::file($tiff, 'photo.tif', Looks::of(), new ExportSpec(ExportFormat::Jpeg), self::$scratch.'/again.jpg', static function (): void {});
        $told = self::read(self::$scratch.'/again.jpg');
        self::assertSame(['Quillhaven', '2026:03:01 10:11:12', 'N'], [$told['make'], $told['taken'], $told['place']]);
    }

    /** Makers' notes hold on to places: nothing of EXIF data is moved, and no thumbnail of the ungraded photo stays. */
    public function testThumbnailsGoAndNothingElseMoves(): void
    {
        $note = 'a maker\'s own bytes';
        $main = "II*\0\x08\0\0\0\x02\0\x12\x01\x03\0\x01\0\0\0\x06\0\0\0\x69\x87\x04\0\x01\0\0\0\x32\0\0\0\x50\0\0\0";
        $main = str_pad($main, 0x32, "\0");
        $exif = "\x01\0\x7C\x92\x07\0".pack('V', \strlen($note)).pack('V', 0x80)."\0\0\0\0";
        $main = str_pad($main.$exif, 0x50, "\0");
        $second = "\x02\0\x01\x02\x04\0\x01\0\0\0\xA0\0\0\0\x02\x02\x04\0\x01\0\0\0\x0A\0\0\0\0\0\0\0";
        $bytes = str_pad(str_pad($main.$second, 0x80, "\0").$note, 0xA0, "\0").'thumb-jpeg';
        $finished = Exif::read($bytes)?->finished(60, 40, true) ?? '';
        self::assertStringNotContainsString('thumb', $finished);
        self::assertSame($note, substr($finished, 0x80, \strlen($note)));
        self::assertSame("\x01\0", substr($finished, 0x12, 2), 'upright');
        self::assertSame("\0\0\0\0", substr($finished, 8 + 2 + 24, 4), 'no second directory');
    }

    public function testDamagedDataIsLeftOutAndNoHarmDone(): void
    {
        $whole = PictureFile::read(self::$photo, 'photo.jpg')->metadata->exif ?? '';
        self::assertNotSame('', $whole);
        mt_srand(3);
        for ($i = 0; $i < 400; ++$i) {
            $bytes = 0 === $i % 2 ? substr($whole, 0, mt_rand(0, \strlen($whole))) : substr_replace($whole, \chr(mt_rand(0, 255)), mt_rand(0, \strlen($whole) - 1), 1);
            foreach (MetadataKept::cases() as $kept) {
                $of = (new Metadata($bytes))->of($kept, 60, 40, true);
                self::assertLessThanOrEqual(\strlen($bytes) + 1000, \strlen((string) $of->exif));
            }
        }
    }

    private function made(ExportFormat $format, MetadataKept $kept): string
    {
        $target = self::$scratch.'/made-'.$kept->value.$format->ending();
        Rendering::file(self::$photo, 'photo.jpg', Looks::of(['kind' => 'shift', 'params' => ['hue' => 60]]), new ExportSpec($format, metadata: $kept), $target, static function (): void {});

        return $target;
    }

    /** @return array<string, mixed> */
    private static function read(string $path): array
    {
        /** @var array<string, mixed> $told */
        $told = json_decode(self::python('read', $path), true, 8, \JSON_THROW_ON_ERROR);

        return $told;
    }

    private static function python(string $command, string $path): string
    {
        return Outside::run(['/usr/bin/python3', Outside::root().'/tests/outside/exif.py', $command, $path]);
    }
}
