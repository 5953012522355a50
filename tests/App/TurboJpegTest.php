<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Photo\LittleCms;
use Tovrin\App\Photo\PictureFile;
use Tovrin\App\Photo\Pixels;
use Tovrin\App\Photo\TurboJpeg;
use Tovrin\Tests\Outside;

/** The quick way for JPEG has to give what the long way gives, and to leave alone what it does not handle. */
final class TurboJpegTest extends TestCase
{
    private const EXIF = "Exif\0\0MM\0\x2A\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x01\0\0\0\0\0\0";

    public function testItDecodesAsImageMagickDoes(): void
    {
        $scratch = Outside::scratch();
        foreach (['1x1', '2x2'] as $sampling) {
            Outside::run([Outside::convert(), Outside::root().'/demo/photos/tiles.jpg', '-resize', '300x', '-sampling-factor', $sampling, '-quality', '90', $scratch.'/a.jpg']);
            $ours = TurboJpeg::decode((string) file_get_contents($scratch.'/a.jpg'));
            self::assertNotNull($ours);
            $theirs = Outside::run([Outside::convert(), $scratch.'/a.jpg', '-depth', '8', 'rgb:-']);
            self::assertSame(\strlen($theirs), \strlen($ours->data));
            $worst = 0;
            for ($i = 0, $n = \strlen($theirs); $i < $n; ++$i) {
                $worst = max($worst, abs(\ord($theirs[$i]) - \ord($ours->data[$i])));
            }
            self::assertLessThanOrEqual(1, $worst, $sampling);
        }
    }

    public function testItDecodesSmallerByEighthsAsLongAsTheSideIsKept(): void
    {
        $jpeg = (string) file_get_contents(Outside::root().'/demo/photos/tiles.jpg');
        $whole = TurboJpeg::decode($jpeg);
        $small = TurboJpeg::decode($jpeg, 800);
        self::assertNotNull($whole);
        self::assertNotNull($small);
        self::assertSame([3000, 2000, true], [$whole->width, $whole->height, $whole->asFiled]);
        // Three eighths are the fewest that keep 800.
        self::assertSame([1125, 750, false], [$small->width, $small->height, $small->asFiled]);
        self::assertEqualsWithDelta(self::mean($whole->data), self::mean($small->data), 0.5, 'the same picture');
    }

    private static function mean(string $bytes): float
    {
        $sum = 0;
        foreach (count_chars($bytes, 1) as $level => $count) {
            $sum += $level * $count;
        }

        return $sum / \strlen($bytes);
    }

    public function testWhatItEncodesOtherProgramsRead(): void
    {
        $scratch = Outside::scratch();
        $source = TurboJpeg::decode((string) file_get_contents(Outside::root().'/demo/photos/bowl-and-vase.jpg'));
        self::assertNotNull($source);
        $jpeg = TurboJpeg::encode(new Pixels($source->width, $source->height, 8, false, $source->data, ['exif' => self::EXIF, 'xmp' => '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"/>'], true, true), 92);
        self::assertNotNull($jpeg);
        file_put_contents($scratch.'/b.jpg', $jpeg);
        $identify = str_replace('convert', 'identify', Outside::convert());
        self::assertSame('3000 2000 1x1,1x1,1x1 92', Outside::run([$identify, '-format', '%w %h %[jpeg:sampling-factor] %Q', $scratch.'/b.jpg']));
        // Everything it carries is there for the long way, and for itself.
        $image = new \Imagick($scratch.'/b.jpg');
        self::assertSame(LittleCms::srgbProfile(), $image->getImageProfile('icc'));
        self::assertSame(self::EXIF, $image->getImageProfile('exif'));
        $again = TurboJpeg::decode($jpeg);
        self::assertSame(['exif', 'xmp'], array_keys($again->metadata ?? []));
        self::assertTrue($again?->tagged);
        // Below 90 colour is stored at half resolution.
        file_put_contents($scratch.'/c.jpg', (string) TurboJpeg::encode($source, 80));
        self::assertSame('2x2,1x1,1x1', Outside::run([$identify, '-format', '%[jpeg:sampling-factor]', $scratch.'/c.jpg']));
    }

    public function testItLeavesToImagickWhatIsNotPlain(): void
    {
        $scratch = Outside::scratch();
        $convert = Outside::convert();
        $plain = $scratch.'/plain.jpg';
        Outside::run([$convert, '-size', '40x30', 'gradient:red-blue', $plain]);
        self::assertNotNull(TurboJpeg::decode((string) file_get_contents($plain)));
        Outside::run([$convert, $plain, '-colorspace', 'CMYK', $scratch.'/cmyk.jpg']);
        Outside::run([$convert, $plain, '-colorspace', 'Gray', $scratch.'/grey.jpg']);
        $turned = (string) file_get_contents($plain);
        file_put_contents($scratch.'/turned.jpg', "\xFF\xD8\xFF\xE1".pack('n', \strlen(self::EXIF) + 2).substr_replace(self::EXIF, "\x06", 25, 1).substr($turned, 2));
        file_put_contents($scratch.'/damaged.jpg', substr_replace($turned, str_repeat("\xFF\xDA", 40), 200, 80));
        foreach (['cmyk', 'grey', 'turned', 'damaged'] as $name) {
            self::assertNull(TurboJpeg::decode((string) file_get_contents($scratch.'/'.$name.'.jpg')), $name);
        }
        self::assertSame([30, 40], [($upright = PictureFile::read($scratch.'/turned.jpg', 'turned.jpg'))->width, $upright->height]);
        self::assertNull(TurboJpeg::encode($upright, 90), 'its EXIF data still says turned');
        self::assertNull(TurboJpeg::encode(new Pixels(1, 1, 16, false, 'abcdef'), 90));
        self::assertNull(TurboJpeg::encode(new Pixels(1, 1, 8, true, 'abcd'), 90));
    }
}
