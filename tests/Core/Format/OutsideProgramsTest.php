<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Format;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\HaldPng;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/**
 * The written formats as other programs understand them, on colours spread evenly over all of RGB,
 * which is harder than any photo. Bounds against exact evaluation, per channel out of 255: 0.7 in
 * the mean, of which rounding to 8 bits alone takes 0.25, and at most 2 for 99 of 100 values (98 for
 * the Hald: its lattice of 64 has no node at one half, where selective colour has its kinks).
 */
final class OutsideProgramsTest extends TestCase
{
    private const SIZE = 65;

    private static string $scratch;
    /** @var list<array{0: int, 1: int, 2: int}> */
    private static array $pixels = [];
    private static ColourBlock $exact;

    public static function setUpBeforeClass(): void
    {
        self::$scratch = Outside::scratch();
        mt_srand(7);
        for ($i = 0; $i < 4096; ++$i) {
            self::$pixels[] = [mt_rand(0, 255), mt_rand(0, 255), mt_rand(0, 255)];
        }
        $colours = ColourBlock::of(Srgb::class, array_map(static fn (array $p): array => [$p[0] / 255, $p[1] / 255, $p[2] / 255], self::$pixels));
        self::$exact = Evaluator::evaluate(Looks::rich(), new Colours($colours))->colours;
        // A 64 × 64 picture of these pixels.
        $bytes = '';
        foreach (self::$pixels as $p) {
            $bytes .= pack('C3', ...$p);
        }
        file_put_contents(self::$scratch.'/in.rgb', $bytes);
        file_put_contents(self::$scratch.'/in.ppm', "P6\n64 64\n255\n".$bytes);
    }

    public function testCubeTextThroughFfmpeg(): void
    {
        $cube = Compiler::compile(Looks::rich(), self::SIZE);
        file_put_contents(self::$scratch.'/look.cube', CubeText::write($cube, "A \"quoted\"\nname"));
        $out = Outside::run(['ffmpeg', '-v', 'error', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', '64x64', '-i', self::$scratch.'/in.rgb', '-vf', 'lut3d=file='.self::$scratch.'/look.cube:interp=tetrahedral', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-']);
        $this->compare(self::bytes($out), 4096, 'ffmpeg');
    }

    public function testHaldThroughImageMagick(): void
    {
        file_put_contents(self::$scratch.'/look.png', HaldPng::write(Compiler::compile(Looks::rich(), HaldPng::latticeFor(self::SIZE - 1))));
        $out = Outside::run([Outside::convert(), self::$scratch.'/in.ppm', self::$scratch.'/look.png', '-hald-clut', '-depth', '8', 'rgb:-']);
        $this->compare(self::bytes($out), 4096, 'ImageMagick');
    }

    public function testDeviceLinkThroughTransicc(): void
    {
        file_put_contents(self::$scratch.'/look.icc', IccDeviceLink::write(Compiler::compile(Looks::rich(), self::SIZE), 'Größe'));
        $input = '';
        foreach (\array_slice(self::$pixels, 0, 500) as $p) {
            $input .= implode("\n", $p)."\n";
        }
        $text = Outside::run(['transicc', '-l', self::$scratch.'/look.icc', '-n', '-b', '-c0'], $input.'q');
        preg_match_all('/-?\d+\.\d+/', $text, $found);
        $values = array_map(floatval(...), $found[0]);
        self::assertGreaterThanOrEqual(1500, \count($values));
        $this->compare($values, 500, 'transicc');
    }

    public function testDeviceLinkNamesItselfToOtherPrograms(): void
    {
        file_put_contents(self::$scratch.'/named.icc', IccDeviceLink::write(Compiler::compile(Looks::rich(), 9), 'Bowl to rust'));
        // jpgicc reads the file as a device link and applies it to a JPEG.
        Outside::run([Outside::convert(), self::$scratch.'/in.ppm', '-quality', '100', '-sampling-factor', '1x1', self::$scratch.'/in.jpg']);
        Outside::run(['jpgicc', '-l', self::$scratch.'/named.icc', '-q', '100', self::$scratch.'/in.jpg', self::$scratch.'/out.jpg']);
        self::assertSame('64 64', trim(Outside::run([str_replace('convert', 'identify', Outside::convert()), '-format', '%w %h', self::$scratch.'/out.jpg'])));
    }

    public function testHaldSizes(): void
    {
        self::assertSame(36, HaldPng::latticeFor(33));
        self::assertSame(64, HaldPng::latticeFor(64));
        self::assertSame(121, HaldPng::latticeFor(121));
        try {
            HaldPng::latticeFor(129);
            self::fail('129 would have to be rounded down.');
        } catch (\InvalidArgumentException $e) {
            self::assertStringContainsString('at most 121', $e->getMessage());
        }
        $this->expectException(\InvalidArgumentException::class);
        HaldPng::write(Compiler::compile(Looks::rich(), 5));
    }

    /** @return list<int> */
    private static function bytes(string $data): array
    {
        self::assertSame(4096 * 3, \strlen($data));

        return array_map(ord(...), str_split($data));
    }

    /** @param list<int|float> $values red, green, blue of the first pixels, 0…255 */
    private function compare(array $values, int $pixels, string $program): void
    {
        $sum = 0.0;
        $far = 0;
        for ($i = 0; $i < $pixels; ++$i) {
            foreach (self::$exact->at($i) as $channel => $value) {
                $off = abs($values[3 * $i + $channel] - 255 * $value);
                $sum += $off;
                $far += $off > 2.0 ? 1 : 0;
            }
        }
        self::assertLessThan(0.7, $sum / ($pixels * 3), "$program, mean difference out of 255");
        self::assertLessThan('ImageMagick' === $program ? 0.02 : 0.01, $far / ($pixels * 3), "$program, share of values more than 2/255 off");
    }
}
