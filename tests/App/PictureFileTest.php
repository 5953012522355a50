<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\App\Photo\AtomicFile;
use Tovrin\App\Photo\LittleCms;
use Tovrin\App\Photo\PictureError;
use Tovrin\App\Photo\PictureFile;
use Tovrin\App\Photo\PictureShape;
use Tovrin\App\Photo\Pixels;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

final class PictureFileTest extends TestCase
{
    private string $scratch;

    protected function setUp(): void
    {
        $this->scratch = Outside::scratch();
    }

    public function testOrientationIsAppliedAndTheTagCorrected(): void
    {
        // Red on the left, blue on the right, marked as turned: upright, red is on top.
        Pictures::png($this->scratch.'/a.png', 40, 20, static fn (int $x, int $y): array => $x < 20 ? [220, 30, 30] : [30, 30, 220]);
        $jpeg = PictureFile::encode(PictureFile::read($this->scratch.'/a.png', 'a.png'), 'jpeg', 95);
        // An EXIF block with the one tag 0x0112, orientation, at 6: the top is on the right.
        $exif = "Exif\0\0MM\0\x2A\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0";
        file_put_contents($this->scratch.'/turned.jpg', "\xFF\xD8\xFF\xE1".pack('n', \strlen($exif) + 2).$exif.substr($jpeg, 2));
        $pixels = PictureFile::read($this->scratch.'/turned.jpg', 'turned.jpg');
        self::assertSame([20, 40], [$pixels->width, $pixels->height]);
        self::assertGreaterThan(200, \ord($pixels->data[0]), 'red on top');
        self::assertLessThan(60, \ord($pixels->data[3 * 20 * 39]), 'blue below');
        file_put_contents($this->scratch.'/again.jpg', PictureFile::encode($pixels, 'jpeg', 95));
        $again = PictureFile::read($this->scratch.'/again.jpg', 'again.jpg');
        self::assertSame([20, 40], [$again->width, $again->height], 'not turned a second time');
    }

    public function testSixteenBitsAndTransparencySurvive(): void
    {
        $data = '';
        for ($i = 0; $i < 64; ++$i) {
            $data .= pack('S4', $i * 1000 + 7, 65535 - $i * 900, 20000 + $i, $i * 1024);
        }
        file_put_contents($this->scratch.'/deep.png', PictureFile::encode(new Pixels(8, 8, 16, true, $data), 'png', 92));
        $read = PictureFile::read($this->scratch.'/deep.png', 'deep.png');
        self::assertSame([16, true], [$read->bits, $read->alpha]);
        self::assertSame($data, $read->data);
        $link = IccDeviceLink::write(Compiler::compile(Looks::of(['kind' => 'shift', 'params' => ['lightness' => 5]]), 17), 'x');
        $graded = LittleCms::applyLink($link, 17, $read, static function (): void {});
        for ($i = 0; $i < 64; ++$i) {
            self::assertSame(substr($data, 8 * $i + 6, 2), substr($graded->data, 8 * $i + 6, 2), 'alpha is carried over');
        }
    }

    /** A grade, and an embedded profile, do to 16 bits what they do to 8: within half a step of 8 bits. */
    public function testSixteenBitsAgreeWithEight(): void
    {
        $eight = $sixteen = '';
        for ($i = 0; $i < 4096; ++$i) {
            $rgb = [($i * 37) % 256, ($i * 101) % 256, ($i * 7 + intdiv($i, 16)) % 256];
            $eight .= pack('C3', ...$rgb);
            $sixteen .= pack('S3', ...array_map(static fn (int $v): int => $v * 257, $rgb));
        }
        $cube = Compiler::compile(Looks::rich(), 17);
        $link = IccDeviceLink::write($cube, 'x');
        $pictures = [new Pixels(64, 64, 8, false, $eight), new Pixels(64, 64, 16, false, $sixteen)];
        $graded = array_map(static fn (Pixels $pixels): Pixels => LittleCms::applyLink($link, 17, $pixels, static function (): void {}), $pictures);
        $converted = array_map(static fn (Pixels $pixels): Pixels => $pixels->with(LittleCms::toSrgb(self::swappedProfile(), LittleCms::RGB, $pixels->data, $pixels->bits, false)), $pictures);
        foreach ([$graded, $converted] as [$coarse, $fine]) {
            $exact = Pictures::values($fine);
            foreach (Pictures::values($coarse) as $i => $value) {
                self::assertEqualsWithDelta($exact[$i], $value, 0.52, 'half a step, and LittleCMS\'s own rounding');
            }
        }
        $levels = array_chunk(array_values((array) unpack('C*', $eight)), 3);
        $column = static fn (int $c): array => array_map(static fn (array $rgb): float => (\is_int($rgb[$c]) ? $rgb[$c] : 0) / 255.0, $levels);
        $looked = $cube->lookUp(new ColourBlock(Srgb::class, $column(0), $column(1), $column(2)));
        $fine = Pictures::values($graded[1]);
        for ($i = 0; $i < 4096; ++$i) {
            self::assertEqualsWithDelta(255.0 * $looked->a[$i], $fine[3 * $i], 0.02, 'the table itself, not one resampled');
            self::assertEqualsWithDelta(255.0 * $looked->c[$i], $fine[3 * $i + 2], 0.02);
        }
        // And through the file: what is written is what was computed.
        foreach ($graded as $i => $pixels) {
            file_put_contents($this->scratch."/$i.png", PictureFile::encode($pixels, 'png', 92));
            self::assertSame($pixels->data, PictureFile::read($this->scratch."/$i.png", 'x.png')->data);
        }
    }

    public function testGreyAndCmykPicturesBecomeRgb(): void
    {
        (new Process([Outside::convert(), '-size', '8x8', 'xc:gray(128)', '-colorspace', 'Gray', $this->scratch.'/grey.jpg']))->mustRun();
        [$r, $g, $b] = Pictures::pixel($this->scratch.'/grey.jpg', 3, 3);
        self::assertTrue($r === $g && $g === $b);
        self::assertEqualsWithDelta(128, $r, 2);
        (new Process([Outside::convert(), '-size', '8x8', 'xc:rgb(200,40,40)', '-colorspace', 'CMYK', $this->scratch.'/ink.jpg']))->mustRun();
        self::assertEqualsWithDelta([200, 40, 40], Pictures::pixel($this->scratch.'/ink.jpg', 3, 3), 4);
    }

    public function testAnEmbeddedProfileIsConvertedToSrgb(): void
    {
        // A profile with the primaries of sRGB swapped round: its red is our blue, and so on.
        $image = new \Imagick(Pictures::png($this->scratch.'/plain.png', 8, 8, static fn (): array => [250, 5, 5]));
        $image->setImageProfile('icc', self::swappedProfile());
        $image->writeImage('png:'.$this->scratch.'/tagged.png');
        [$r, $g, $b] = Pictures::pixel($this->scratch.'/tagged.png', 4, 4);
        self::assertGreaterThan(230, $b, 'what the profile calls red is blue');
        self::assertLessThan(60, $r);
        self::assertLessThan(60, $g);
    }

    public function testAOnePixelPictureCanBeReducedAndGraded(): void
    {
        Pictures::png($this->scratch.'/one.png', 1, 1, static fn (): array => [180, 120, 60]);
        $pixels = PictureFile::read($this->scratch.'/one.png', 'one.png');
        $small = PictureShape::reduce($pixels, 2048);
        self::assertSame([1, 1, "\xB4\x78\x3C"], [$small->width, $small->height, $small->data]);
    }

    public function testProgressCanStopTheWork(): void
    {
        $link = IccDeviceLink::write(Compiler::compile(Looks::rich(), 9), 'x');
        $picture = new Pixels(1000, 1200, 8, false, str_repeat("\x40\x80\xC0", 1_200_000));
        $seen = [];
        try {
            LittleCms::applyLink($link, 9, $picture, static function (float $share) use (&$seen): void {
                $seen[] = $share;
                throw new \DomainException('stop');
            });
            self::fail('It was not stopped.');
        } catch (\DomainException) {
            self::assertCount(1, $seen);
            self::assertLessThan(1.0, $seen[0]);
        }
    }

    public function testADamagedProfileIsNamed(): void
    {
        $this->expectException(PictureError::class);
        $this->expectExceptionMessage('colour profile');
        LittleCms::toSrgb('no profile at all', LittleCms::RGB, 'abc', 8, false);
    }

    public function testAtomicFilesReplaceWholeOrNotAtAll(): void
    {
        $path = $this->scratch.'/x.txt';
        AtomicFile::write($path, 'first');
        AtomicFile::write($path, 'second');
        self::assertSame('second', file_get_contents($path));
        self::assertSame(['.', '..', 'x.txt'], scandir($this->scratch));
        $this->expectException(PictureError::class);
        AtomicFile::write($this->scratch.'/none/x.txt', 'third');
    }

    /** A matrix profile made from LittleCMS's sRGB by turning its three colorant tags round. */
    private static function swappedProfile(): string
    {
        $profile = LittleCms::srgbProfile();

        // Swap the signatures of the colorant tags in the directory: red's entry gets green's place, and so on.
        // and its name must not say sRGB any more, or it would rightly be taken for that.
        return strtr($profile, ['rXYZ' => 'gXYZ', 'gXYZ' => 'bXYZ', 'bXYZ' => 'rXYZ', "s\0R\0G\0B" => "s\0W\0A\0P"]);
    }
}
