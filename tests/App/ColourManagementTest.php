<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Imaging\Apply\Exactness;
use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Profile;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Imaging\Preview;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Encoding\DisplayP3;
use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Colour\Encoding\OpRgb;
use Tovrin\Core\Colour\Encoding\ParametricCurve;
use Tovrin\Core\Colour\Encoding\Primaries;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\RommRgb;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Format\IccRgbProfile;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** From the photo's own encoding to that of the file, with nothing lost on the way. */
final class ColourManagementTest extends TestCase
{
    private string $scratch;

    protected function setUp(): void
    {
        $this->scratch = Outside::scratch();
    }

    /** 65,536 greys and as many colours, each level once. */
    #[DataProvider('deepForms')]
    public function testASixteenBitGradientInRommRgbComesBackThroughAnEmptyGrade(ExportFormat $format): void
    {
        $words = [];
        for ($i = 0; $i < 65_536; ++$i) {
            array_push($words, $i, $i, $i, $i, 65_535 - $i, ($i * 7) % 65_536);
        }
        $source = $this->written(new Pixels(512, 256, 16, false, pack('S*', ...$words), null, ColourTag::made(RommRgb::encoding())), 'tiff');
        [$out] = $this->made($source, new Grade([]), new ExportSpec($format));
        $told = explode(' ', Outside::run([Outside::convert(), $out, '-format', '%z %[icc:description]', 'info:']), 2);
        self::assertSame(['16', 'ROMM RGB'], $told);
        $read = array_values((array) unpack('v*', Outside::run([Outside::convert(), $out, '-depth', '16', '-endian', 'LSB', 'rgb:-'])));
        self::assertSame($words, $read);
    }

    /** @return iterable<string, array{ExportFormat}> */
    public static function deepForms(): iterable
    {
        yield 'TIFF' => [ExportFormat::Tiff];
        yield 'PNG' => [ExportFormat::Png];
    }

    public function testWhatAGradeDoesNotReachStaysTheSameInAWideGamut(): void
    {
        $words = [];
        for ($i = 0; $i < 4096; ++$i) {
            array_push($words, 16 * $i, 65_535 - 15 * $i, 300 + 2 * $i);
        }
        $source = $this->written(new Pixels(64, 64, 16, false, pack('S*', ...$words), null, ColourTag::made(RommRgb::encoding())), 'tiff');
        // Blues are darkened; there are none.
        [$out] = $this->made($source, Looks::of(['kind' => 'shift', 'params' => ['lightness' => -20], 'reach' => ['hue' => ['from' => 260, 'to' => 280, 'softFrom' => 5, 'softTo' => 5]]]), new ExportSpec(ExportFormat::Tiff));
        foreach (array_values((array) unpack('S*', PictureFile::read($out, 'out')->bytes())) as $i => $word) {
            self::assertEqualsWithDelta($words[$i], $word, 2.0, "value $i");
        }
    }

    public function testASaturatedDisplayP3ColourSurvives(): void
    {
        $source = $this->written(new Pixels(4, 1, 8, false, "\xFF\x00\x00\x00\xFF\x00\xFF\x80\x00\x30\x30\xC0", null, ColourTag::made(DisplayP3::encoding())), 'png');
        $grade = Looks::of(['kind' => 'shift', 'params' => ['hue' => 30], 'reach' => ['hue' => ['from' => 255, 'to' => 290, 'softFrom' => 5, 'softTo' => 5]]]);
        [$out] = $this->made($source, $grade, new ExportSpec(ExportFormat::Png));
        $read = PictureFile::read($out, 'out');
        self::assertSame(DisplayP3::encoding(), $read->colours->encoding);
        self::assertSame('ff000000ff00ff8000', bin2hex(substr($read->bytes(), 0, 9)));
        self::assertNotSame('3030c0', bin2hex(substr($read->bytes(), 9, 3)), 'the blue was moved');
        // In sRGB it is as strong as that can show, of the same hue and lightness: the red of Display P3 is OKLCh 0.649, 0.299, 29° (CSS Color 4).
        [$small] = $this->made($source, $grade, new ExportSpec(ExportFormat::Png, profile: Profile::Srgb));
        $red = ColourBlock::one(\Tovrin\Core\Colour\Srgb::class, ...array_map(static fn (int $v): float => $v / 255, Pictures::pixel($small, 0, 0)))->in(\Tovrin\Core\Colour\OkLch::class)->at(0);
        self::assertEqualsWithDelta(0.649, $red[0], 0.004);
        self::assertEqualsWithDelta(29.0, $red[2], 0.6);
        // And so the preview shows it.
        self::assertEqualsWithDelta(Pictures::pixel($this->empty($source, Profile::Srgb), 0, 0), array_values((array) unpack('C3', Preview::of(PictureFile::read($source, 'source'))->bytes())), 1.0);
    }

    /** @param class-string<\Tovrin\Core\Colour\Encoding\NamedEncoding> $from */
    #[DataProvider('transforms')]
    public function testFilesAreAsExactAsPromisedWhateverTheEncodings(string $from, Profile $to): void
    {
        $encoding = $from::encoding();
        $words = '';
        for ($i = 0; $i < 128 * 128; ++$i) {
            [$x, $y] = [$i % 128 / 127, intdiv($i, 128) / 127];
            $words .= pack('S3', (int) (65_535 * (0.2 + 0.7 * $x)), (int) (65_535 * (0.15 + 0.6 * $y)), (int) (65_535 * (0.5 + 0.3 * sin(5 * $x + 3 * $y))));
        }
        $source = $this->written(new Pixels(128, 128, 16, false, $words, null, ColourTag::made($encoding)), 'tiff');
        $grade = Looks::rich();
        [$out, $exactness] = $this->made($source, $grade, new ExportSpec(ExportFormat::Tiff, 16, profile: $to));
        $target = Profile::Source === $to ? $encoding : Encodings::named($to->value);
        $decoded = static function (Pixels $pixels): array {
            $values = array_map(static fn (float $v): float => $v / 255, Pictures::values($pixels));
            $channel = static fn (int $c): array => array_values(array_filter($values, static fn (int $i): bool => $c === $i % 3, \ARRAY_FILTER_USE_KEY));

            return [$channel(0), $channel(1), $channel(2)];
        };
        $read = PictureFile::read($out, 'out');
        self::assertSame($target, $read->colours->encoding);
        $exact = $target->decode(...Evaluator::into($target, $grade, (new EncodingTransform($encoding, $target))->source(...$decoded(PictureFile::read($source, 'source')))))->in(LabD50::class);
        $off = DeltaE2000::between($exact, $target->decode(...$decoded($read))->in(LabD50::class));
        sort($off);
        $mean = array_sum($off) / \count($off);
        // Of all pixels, where the lattice was chosen by some thousand of them.
        self::assertLessThanOrEqual(0.055, $mean);
        self::assertLessThanOrEqual(0.55, $off[(int) (0.99 * \count($off))]);
        self::assertEqualsWithDelta($exactness->mean, $mean, 0.02, 'what is told is what is so');
    }

    /** @return iterable<string, array{class-string, Profile}> */
    public static function transforms(): iterable
    {
        yield 'Display P3' => [DisplayP3::class, Profile::Source];
        yield 'opRGB to sRGB' => [OpRgb::class, Profile::Srgb];
        yield 'ROMM RGB' => [RommRgb::class, Profile::Source];
        yield 'ROMM RGB to Display P3' => [RommRgb::class, Profile::DisplayP3];
    }

    public function testAProfileOfThePhotosOwnComesBackByteForByte(): void
    {
        $own = IccRgbProfile::write(RgbEncoding::of('A scanner', Primaries::at([0.66, 0.32], [0.25, 0.69], [0.15, 0.05]), new ParametricCurve(2.1)));
        $tag = ColourTag::read($own);
        self::assertNotNull($tag);
        $source = $this->written(new Pixels(2, 1, 8, false, "\xC8\x64\x32\x10\x20\x30", null, $tag), 'png');
        [$out] = $this->made($source, Looks::of(['kind' => 'shift', 'params' => ['lightness' => 5]]), new ExportSpec(ExportFormat::Tiff));
        self::assertSame($own, PictureFile::read($out, 'out')->colours->profile);
    }

    public function testALinearProfileThatCallsItselfSrgbIsTakenByWhatItMeans(): void
    {
        $linear = ColourTag::made(RgbEncoding::of('sRGB IEC61966-2-1 linear', Primaries::srgb(), new ParametricCurve(1.0)));
        $source = $this->written(new Pixels(1, 1, 8, false, "\x40\x40\x40", null, $linear), 'jpeg');
        self::assertFalse(PictureFile::read($source, 'x')->colours->isSrgb());
        // 64/255 of the light is 0.537 encoded, by IEC 61966-2-1.
        self::assertEqualsWithDelta(137, Pictures::pixel($this->empty($source, Profile::Srgb), 0, 0)[0], 1);
    }

    public function testAGreyPictureWithAProfileKeepsItsTransparencyAndItsCurve(): void
    {
        Outside::run([Outside::convert(), '-size', '8x8', 'xc:rgba(128,128,128,0.5)', '-colorspace', 'Gray', '-depth', '8', '-define', 'png:color-type=4', '-profile', '/usr/share/color/icc/Gray.icc', $this->scratch.'/grey.png']);
        $pixels = PictureFile::read($this->scratch.'/grey.png', 'grey.png');
        self::assertTrue($pixels->alpha);
        self::assertEqualsWithDelta([128, 128, 128, 128], array_values((array) unpack('C4', $pixels->bytes())), 1.0);
        self::assertStringContainsString('grey', $pixels->origin->colours);
    }

    /** Against LittleCMS's transicc, with the profile that stands for print where a file does not say. */
    public function testCmykIsConvertedByItsProfileOrByTheOneForCoatedPaper(): void
    {
        $profile = Outside::root().'/src/Imaging/Decode/coated-cmyk.icc';
        $inks = [[0, 0, 0, 0], [100, 0, 0, 0], [0, 100, 100, 0], [20, 30, 40, 10], [0, 0, 0, 100], [60, 0, 80, 20]];
        file_put_contents($this->scratch.'/a98.icc', IccRgbProfile::write(OpRgb::encoding()));
        $input = implode("\n", array_map(static fn (array $ink): string => implode("\n", $ink), $inks))."\n";
        preg_match_all('/(-?\d+\.\d+)\s+(-?\d+\.\d+)\s+(-?\d+\.\d+)/', Outside::run(['transicc', '-i', $profile, '-o', $this->scratch.'/a98.icc', '-t', '1', '-b', '-n'], $input), $found, \PREG_SET_ORDER);
        $raw = implode('', array_map(static fn (array $ink): string => pack('C4', ...array_map(static fn (int $percent): int => (int) round(2.55 * $percent), $ink)), $inks));
        file_put_contents($this->scratch.'/ink.raw', $raw);
        foreach ([['-profile', $profile], []] as $tagged => $how) {
            $path = $this->scratch."/ink$tagged.tif";
            Outside::run([Outside::convert(), '-size', \count($inks).'x1', '-depth', '8', 'cmyk:'.$this->scratch.'/ink.raw', ...$how, $path]);
            $pixels = PictureFile::read($path, 'ink.tif');
            self::assertSame([16, OpRgb::encoding()], [$pixels->bits, $pixels->colours->encoding]);
            $values = Pictures::values($pixels);
            foreach ($inks as $i => $ink) {
                self::assertEqualsWithDelta(array_map(floatval(...), \array_slice($found[$i], 1)), \array_slice($values, 3 * $i, 3), 1.0, implode(' ', $ink));
            }
            self::assertStringContainsString(0 === $tagged ? 'its own profile' : 'without a profile', implode(' ', $pixels->origin->notes));
        }
        // JPEGs keep ink the other way round, as most programs write them.
        foreach ([0, 3, 5] as $i) {
            $path = $this->scratch."/ink$i.jpg";
            Outside::run([Outside::convert(), '-size', '6x1', '-depth', '8', 'cmyk:'.$this->scratch.'/ink.raw', '-crop', "1x1+$i+0", '+repage', '-scale', '16x16!', '-quality', '100', $path]);
            self::assertEqualsWithDelta(array_map(floatval(...), \array_slice($found[$i], 1)), \array_slice(Pictures::values(PictureFile::read($path, 'ink.jpg')), 0, 3), 2.5, "JPEG of ink $i");
        }
    }

    public function testGradientsBandWithoutDitheringAndDoNotWith(): void
    {
        // From 40 to 44 of 255 over 1024 columns, and white below it.
        $row = '';
        for ($x = 0; $x < 1024; ++$x) {
            $row .= str_repeat(pack('S', (int) round(257 * (40 + $x / 256))), 3);
        }
        $source = $this->written(new Pixels(1024, 96, 16, false, str_repeat($row, 64).str_repeat("\xFF", 6 * 1024 * 32)), 'png');
        $worst = [];
        foreach ([true, false] as $dither) {
            [$out] = $this->made($source, new Grade([]), new ExportSpec(ExportFormat::Png, 8, dither: $dither));
            $values = PictureFile::read($out, 'out')->bytes();
            $off = [];
            for ($block = 0; $block < 32; ++$block) {
                $sum = 0;
                for ($y = 0; $y < 64; ++$y) {
                    for ($x = 32 * $block; $x < 32 * $block + 32; ++$x) {
                        $sum += \ord($values[3 * (1024 * $y + $x)]);
                    }
                }
                $off[] = abs($sum / 2048 - (40 + (32 * $block + 15.5) / 256));
            }
            $worst[(int) $dither] = max($off);
            self::assertSame(str_repeat("\xFF", 3 * 1024 * 32), substr($values, 3 * 1024 * 64), 'white stays white');
        }
        self::assertGreaterThan(0.4, $worst[0], 'steps of a level');
        self::assertLessThan(0.05, $worst[1], 'none that the eye could find');
    }

    public function testCamerasThatSayOpRgbInTheirExifDataAreBelieved(): void
    {
        $jpeg = PictureWriter::bytes(new Pixels(8, 8, 8, false, str_repeat("\x50\xC0\x60", 64)), new Writing('jpeg'));
        // ColorSpace "uncalibrated" and the interoperability index R03: an option file of DCF 2.0.
        $exif = "MM\0*\0\0\0\x08\0\x01\x87\x69\0\x04\0\0\0\x01\0\0\0\x1A\0\0\0\0"
            ."\0\x02\xA0\x01\0\x03\0\0\0\x01\xFF\xFF\0\0\xA0\x05\0\x04\0\0\0\x01\0\0\0\x38\0\0\0\0"
            ."\0\x01\0\x01\0\x02\0\0\0\x04R03\0\0\0\0\0";
        $exif = "Exif\0\0".$exif;
        file_put_contents($this->scratch.'/camera.jpg', "\xFF\xD8\xFF\xE1".pack('n', \strlen($exif) + 2).$exif.substr($jpeg, 2));
        self::assertSame(OpRgb::encoding(), PictureFile::read($this->scratch.'/camera.jpg', 'camera.jpg')->colours->encoding);
    }

    public function testAPhotoThatDoesNotSayIsTakenAsSrgbAndThatIsSaid(): void
    {
        $pixels = PictureFile::read(Pictures::colourful($this->scratch.'/plain.png'), 'plain.png');
        self::assertSame([null, 'No colour profile: read as sRGB.'], [$pixels->colours->profile, $pixels->origin->notes[0] ?? '']);
    }

    private function written(Pixels $pixels, string $format): string
    {
        $path = $this->scratch.'/source-'.bin2hex(random_bytes(3)).'.'.$format;
        PictureWriter::write($pixels, new Writing($format), $path);

        return $path;
    }

    private function empty(string $source, Profile $profile): string
    {
        return $this->made($source, new Grade([]), new ExportSpec(ExportFormat::Png, profile: $profile))[0];
    }

    /** @return array{string, Exactness} */
    private function made(string $source, Grade $grade, ExportSpec $wanted): array
    {
        $target = $this->scratch.'/made-'.bin2hex(random_bytes(3)).$wanted->format->ending();
        $exactness = Rendering::file($source, 'source', $grade, $wanted, $target, static function (): void {});
        self::assertNotNull($exactness);

        return [$target, $exactness];
    }
}
