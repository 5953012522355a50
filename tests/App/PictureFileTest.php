<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Imaging\Preview;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Format\IccRgbProfile;
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
        $jpeg = PictureWriter::bytes(PictureFile::read($this->scratch.'/a.png', 'a.png'), new Writing('jpeg', 95));
        // An EXIF block with the one tag 0x0112, orientation, at 6: the top is on the right.
        $exif = "Exif\0\0MM\0\x2A\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0";
        file_put_contents($this->scratch.'/turned.jpg', "\xFF\xD8\xFF\xE1".pack('n', \strlen($exif) + 2).$exif.substr($jpeg, 2));
        $pixels = PictureFile::read($this->scratch.'/turned.jpg', 'turned.jpg');
        self::assertSame([20, 40], [$pixels->width, $pixels->height]);
        self::assertGreaterThan(200, \ord($pixels->bytes()[0]), 'red on top');
        self::assertLessThan(60, \ord($pixels->bytes()[3 * 20 * 39]), 'blue below');
        file_put_contents($this->scratch.'/again.jpg', PictureWriter::bytes($pixels, new Writing('jpeg', 95)));
        $again = PictureFile::read($this->scratch.'/again.jpg', 'again.jpg');
        self::assertSame([20, 40], [$again->width, $again->height], 'not turned a second time');
    }

    public function testSixteenBitsAndTransparencySurvive(): void
    {
        $data = '';
        for ($i = 0; $i < 64; ++$i) {
            $data .= pack('S4', $i * 1000 + 7, 65535 - $i * 900, 20000 + $i, $i * 1024);
        }
        file_put_contents($this->scratch.'/deep.png', PictureWriter::bytes(new Pixels(8, 8, 16, true, $data), new Writing('png', 92)));
        $read = PictureFile::read($this->scratch.'/deep.png', 'deep.png');
        self::assertSame([16, true], [$read->bits, $read->alpha]);
        self::assertSame($data, $read->bytes());
        $link = IccDeviceLink::write(Compiler::compile(Looks::of(['kind' => 'shift', 'params' => ['lightness' => 5]]), 17), 'x');
        $graded = LittleCms::applyLink($link, Lattice::uniform(17), $read, static function (): void {});
        for ($i = 0; $i < 64; ++$i) {
            self::assertSame(substr($data, 8 * $i + 6, 2), substr($graded->bytes(), 8 * $i + 6, 2), 'alpha is carried over');
        }
    }

    /** A grade does to 16 bits what it does to 8: within half a step of 8 bits. */
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
        $graded = array_map(static fn (Pixels $pixels): Pixels => LittleCms::applyLink($link, Lattice::uniform(17), $pixels, static function (): void {}), $pictures);
        $exact = Pictures::values($graded[1]);
        foreach (Pictures::values($graded[0]) as $i => $value) {
            self::assertEqualsWithDelta($exact[$i], $value, 0.52, 'half a step, and LittleCMS\'s own rounding');
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
            file_put_contents($this->scratch."/$i.png", PictureWriter::bytes($pixels, new Writing('png', 92)));
            self::assertSame($pixels->bytes(), PictureFile::read($this->scratch."/$i.png", 'x.png')->bytes());
        }
    }

    public function testGreyPicturesBecomeRgb(): void
    {
        (new Process([Outside::convert(), '-size', '8x8', 'xc:gray(128)', '-colorspace', 'Gray', $this->scratch.'/grey.jpg']))->mustRun();
        [$r, $g, $b] = Pictures::pixel($this->scratch.'/grey.jpg', 3, 3);
        self::assertTrue($r === $g && $g === $b);
        self::assertEqualsWithDelta(128, $r, 2);
    }

    public function testAnEmbeddedProfileIsWhatThePreviewIsConvertedBy(): void
    {
        // A profile with the primaries of sRGB swapped round: its red is our blue, and so on.
        $image = new \Imagick(Pictures::png($this->scratch.'/plain.png', 8, 8, static fn (): array => [250, 5, 5]));
        $image->setImageProfile('icc', strtr(IccRgbProfile::write(StandardRgb::encoding()), ['rXYZ' => 'gXYZ', 'gXYZ' => 'bXYZ', 'bXYZ' => 'rXYZ']));
        $image->writeImage('png:'.$this->scratch.'/tagged.png');
        $pixels = PictureFile::read($this->scratch.'/tagged.png', 'tagged.png');
        self::assertSame([250, 5, 5], array_values((array) unpack('C3', $pixels->bytes())), 'the pixels stay what they are');
        self::assertFalse($pixels->colours->isSrgb());
        // Red is where blue was: 250 of what the profile calls red is 250 of blue.
        self::assertEqualsWithDelta([5, 5, 250], array_values((array) unpack('C3', Preview::of($pixels)->bytes())), 1.0);
    }

    public function testAOnePixelPictureCanBeReducedAndGraded(): void
    {
        Pictures::png($this->scratch.'/one.png', 1, 1, static fn (): array => [180, 120, 60]);
        $pixels = PictureFile::read($this->scratch.'/one.png', 'one.png');
        $small = PictureShape::reduce($pixels, 2048);
        self::assertSame([1, 1, "\xB4\x78\x3C"], [$small->width, $small->height, $small->bytes()]);
    }

    public function testProgressCanStopTheWork(): void
    {
        $link = IccDeviceLink::write(Compiler::compile(Looks::rich(), 9), 'x');
        $picture = new Pixels(1000, 1200, 8, false, str_repeat("\x40\x80\xC0", 1_200_000));
        $seen = [];
        try {
            LittleCms::applyLink($link, Lattice::uniform(9), $picture, static function (float $share) use (&$seen): void {
                $seen[] = $share;
                throw new \DomainException('stop');
            });
            self::fail('It was not stopped.');
        } catch (\DomainException) {
            self::assertCount(1, $seen);
            self::assertLessThan(1.0, $seen[0]);
        }
    }

    public function testADamagedProfileIsLeftOutAndThatIsSaid(): void
    {
        $image = new \Imagick(Pictures::png($this->scratch.'/plain.png', 8, 8, static fn (): array => [250, 5, 5]));
        $image->setImageProfile('icc', str_repeat('no profile at all', 20));
        $image->writeImage('jpeg:'.$this->scratch.'/odd.jpg');
        $pixels = PictureFile::read($this->scratch.'/odd.jpg', 'odd.jpg');
        self::assertTrue($pixels->colours->isSrgb());
        self::assertSame(['Its colour profile is damaged and was ignored: read as sRGB.'], $pixels->origin->notes, 'the picture itself is whole');
    }

    /** What stretches by a whole number is handed to the library as the kind of number it reads. */
    public function testAPictureOfOneRowIsMadeSmaller(): void
    {
        Pictures::png($this->scratch.'/row.png', 4000, 1, static fn (int $x): array => [intdiv($x, 16) % 256, 90, 200]);
        $pixels = PictureShape::reduce(PictureFile::read($this->scratch.'/row.png', 'row.png'), 1000);
        self::assertSame([1000, 1], [$pixels->width, $pixels->height]);
        self::assertEqualsWithDelta([125, 90, 200], \array_slice(Pictures::values($pixels), 3 * 501, 3), 1.0);
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
}
