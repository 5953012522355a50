<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\App\Archive\ZipFile;
use Tovrin\App\Archive\ZipPart;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Output;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Exception\Cancelled;
use Tovrin\App\Imaging\Apply\Plates;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Profile;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Metadata\Metadata;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Finished pictures in every form: their size, depth, profile and what they carry; archives; files that take no other's place. */
final class FinishedPicturesTest extends TestCase
{
    private string $scratch;

    protected function setUp(): void
    {
        $this->scratch = Outside::scratch();
    }

    /** @param non-empty-string $signature */
    #[DataProvider('forms')]
    public function testEachFormIsReadableAndHasTheColoursOfTheGrade(ExportFormat $format, int $bits, string $signature, float $within): void
    {
        $source = Pictures::png($this->scratch.'/source.png', 40, 20, static fn (int $x): array => $x < 20 ? [200, 146, 46] : [26, 128, 120]);
        $bytes = $this->made($source, new ExportSpec($format, $bits, lattice: 33));
        self::assertStringStartsWith($signature, $bytes);
        $image = new \Imagick();
        $image->readImageBlob($bytes);
        self::assertSame([40, 20, $bits], [$image->getImageWidth(), $image->getImageHeight(), $image->getImageDepth()]);
        $exact = Looks::through(Looks::of(['kind' => 'shift', 'params' => ['hue' => 60]]), 200 / 255, 146 / 255, 46 / 255);
        $colour = $image->getImagePixelColor(10, 10)->getColor(1);
        self::assertEqualsWithDelta($exact, [$colour['r'], $colour['g'], $colour['b']], $within);
    }

    /** @return iterable<string, array{ExportFormat, int, non-empty-string, float}> */
    public static function forms(): iterable
    {
        yield 'JPEG' => [ExportFormat::Jpeg, 8, "\xFF\xD8\xFF", 0.012];
        yield 'PNG' => [ExportFormat::Png, 8, "\x89PNG", 0.004];
        yield 'PNG with 16 bits' => [ExportFormat::Png, 16, "\x89PNG", 0.002];
        yield 'TIFF' => [ExportFormat::Tiff, 8, 'II*', 0.004];
        yield 'TIFF with 16 bits' => [ExportFormat::Tiff, 16, 'II*', 0.002];
        yield 'WebP' => [ExportFormat::Webp, 8, 'RIFF', 0.03];
    }

    public function testAProfileIsSaidAlwaysNeverOrAsThePhotoSaidIt(): void
    {
        $plain = Pictures::colourful($this->scratch.'/plain.png');
        $says = fn (Profile $profile, ExportFormat $format): bool => [] !== self::image($this->made($plain, new ExportSpec($format, lattice: 9, profile: $profile)))->getImageProfiles('icc', false);
        foreach ([ExportFormat::Jpeg, ExportFormat::Tiff, ExportFormat::Png] as $format) {
            self::assertTrue($says(Profile::Srgb, $format), $format->value);
            self::assertFalse($says(Profile::None, $format), $format->value);
            self::assertFalse($says(Profile::Source, $format), $format->value.': the photo had none');
        }
    }

    public function testALongestSideMakesSmallerNeverLargerAndKeepsDepthAndTransparency(): void
    {
        $pixels = new Pixels(60, 30, 16, true, str_repeat(pack('v4', 1000, 2000, 3000, 65_535), 1800), new Metadata('x'));
        $small = PictureShape::fitted($pixels, 20);
        self::assertSame([20, 10, 16, true, 'x'], [$small->width, $small->height, $small->bits, $small->alpha, $small->metadata->exif]);
        self::assertEqualsWithDelta([1000, 2000, 3000, 65_535], array_values((array) unpack('v4', $small->bytes())), 2.0);
        self::assertSame($pixels, PictureShape::fitted($pixels, 61));
        self::assertSame($pixels, PictureShape::fitted($pixels, null));
    }

    public function testEightBitsBecomeSixteenWithTheSameColours(): void
    {
        $deep = PictureShape::deepened(new Pixels(2, 1, 8, false, "\x00\x80\xFF\x01\x7F\xFE"));
        self::assertSame([0, 0x8080, 0xFFFF, 0x0101, 0x7F7F, 0xFEFE], array_values((array) unpack('v*', $deep->bytes())));
    }

    public function testPlatesAreTheLargestChannelAndWhatIsLeft(): void
    {
        // By hand: 51 of 204 is a quarter, 102 a half.
        $pixels = new Pixels(2, 1, 8, false, "\xCC\x66\x33\x00\x00\x00");
        $tone = self::image(PictureWriter::bytes(Plates::tone($pixels), new Writing(Writing::GREY)))->getImagePixelColor(0, 0)->getColor(1);
        self::assertEqualsWithDelta(0.8, $tone['r'], 0.003);
        $colour = self::image(PictureWriter::bytes(Plates::colour($pixels), new Writing('png')))->getImagePixelColor(0, 0)->getColor(1);
        self::assertEqualsWithDelta([1.0, 0.5, 0.25], [$colour['r'], $colour['g'], $colour['b']], 0.003);
        self::assertSame(0.0, (float) self::image(PictureWriter::bytes(Plates::tone($pixels), new Writing(Writing::GREY)))->getImagePixelColor(1, 0)->getColor(1)['r'], 'black stays black');
    }

    public function testAFileTakesNoOthersPlaceButItsOwn(): void
    {
        $path = $this->scratch.'/out.txt';
        $puts = static fn (string $bytes): \Closure => static fn (string $part): int|false => file_put_contents($part, $bytes);
        AtomicFile::makeNew($path, $puts('mine'), '7');
        AtomicFile::makeNew($path, $puts('mine'), '7');
        self::assertSame('mine', file_get_contents($path), 'tried again after a kill, it is there already');
        file_put_contents($this->scratch.'/.next.txt.8.part', 'what a killed process left');
        AtomicFile::makeNew($this->scratch.'/next.txt', $puts('whole'), '8');
        self::assertSame(['next.txt', 'out.txt'], array_values(array_diff(scandir($this->scratch) ?: [], ['.', '..'])));
        $this->expectException(PictureError::class);
        $this->expectExceptionMessage('There is another file');
        AtomicFile::makeNew($path, $puts('other'), '9');
    }

    public function testAnArchiveThatIsStoppedOrEmptyIsNotThere(): void
    {
        file_put_contents($this->scratch.'/a', random_bytes(3_000_000));
        $target = $this->scratch.'/archive.zip';
        try {
            ZipFile::write($target, ['a.bin' => new ZipPart($this->scratch.'/a'), 'b.bin' => new ZipPart($this->scratch.'/a')], static function (): void {
                throw new Cancelled();
            });
            self::fail('It was not stopped.');
        } catch (Cancelled) {
            self::assertSame(['a'], array_values(array_diff(scandir($this->scratch) ?: [], ['.', '..'])));
        }
        foreach ([[], ['gone.bin' => new ZipPart($this->scratch.'/gone')]] as $parts) {
            try {
                ZipFile::write($target, $parts, static function (): void {});
                self::fail('There is nothing to put in.');
            } catch (PictureError) {
                self::assertFileDoesNotExist($target);
            }
        }
    }

    public function testWhatIsWantedOutlivesBeingKept(): void
    {
        $wanted = ExportSpec::of(new Output(ExportFormat::Tiff, '{photo}', 16, 2000, 80, 33, Profile::Srgb), 2);
        self::assertEquals($wanted, ExportSpec::read('tiff', $wanted->json()));
        self::assertSame(8, ExportSpec::of(new Output(ExportFormat::Jpeg, bits: 16))->bits, 'no JPEG has 16 bits');
        self::assertEquals(new ExportSpec(ExportFormat::Png, quality: 70, lattice: 17), ExportSpec::read('png', '{"quality":70,"lattice":17,"profile":"as-before"}'), 'as it was kept before');
    }

    public function testAPictureThatDoesNotSayWhenItWasTakenHasNoTime(): void
    {
        self::assertNull(PictureFile::read(Pictures::colourful($this->scratch.'/plain.png'), 'plain.png')->origin->takenAt);
    }

    private function made(string $source, ExportSpec $wanted): string
    {
        $target = $this->scratch.'/made';
        Rendering::file($source, 'source.png', Looks::of(['kind' => 'shift', 'params' => ['hue' => 60]]), $wanted, $target, static function (): void {});

        return (string) file_get_contents($target);
    }

    private static function image(string $bytes): \Imagick
    {
        $image = new \Imagick();
        $image->readImageBlob($bytes);

        return $image;
    }
}
