<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Area;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Area\Area;
use Tovrin\Core\Area\AreaRaster;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Area\Mask;
use Tovrin\Core\Area\MaskPicture;
use Tovrin\Core\Area\Part;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Model\Table\DataInMemory;
use Tovrin\Core\Model\Table\Tables;

final class MaskTest extends TestCase
{
    public function testAWholeMaskComesBackPixelByPixel(): void
    {
        // A disc with a soft edge, a ramp and black around them: flat blocks, edges, and every tone.
        [$width, $height] = [300, 200];
        $tones = [];
        for ($i = 0; $i < $width * $height; ++$i) {
            [$x, $y] = [$i % $width, intdiv($i, $width)];
            $tones[] = $y > 180 ? (int) round($x / ($width - 1) * 65535) : (int) round(65535 * max(0.0, min(1.0, (62.0 - hypot($x - 120, $y - 90)) / 4)));
        }
        $words = pack('v*', ...$tones);
        $raster = AreaRaster::of(self::area(new MaskPicture($width, $height, $words)), Frame::of($width, $height));
        self::assertSame([$width, $height], [$raster->width, $raster->height]);
        self::assertLessThanOrEqual(1, self::farthest($words, $raster->words));
        // Turned round: all that was let through is not, and what is taken off everything is the same.
        $inverted = AreaRaster::of(self::area(new MaskPicture($width, $height, $words), true), Frame::of($width, $height));
        $taken = AreaRaster::of(new Area([new Part(new Mask(new MaskPicture($width, $height, $words), 'm'), true)]), Frame::of($width, $height));
        self::assertLessThanOrEqual(1, self::farthest(pack('v*', ...array_map(static fn (int $tone): int => 65535 - $tone, $tones)), $inverted->words));
        self::assertLessThanOrEqual(1, self::farthest($inverted->words, $taken->words));
    }

    public function testBetweenItsPixelsItIsLinear(): void
    {
        $picture = new MaskPicture(2, 2, pack('v*', 0, 65535, 0, 65535));
        $weights = self::area($picture)->weights(Frame::of(2, 2), [0.1, 0.25, 0.4, 0.5, 0.75, 0.9], array_fill(0, 6, 0.3));
        foreach ([0.0, 0.0, 0.3, 0.5, 1.0, 1.0] as $i => $weight) {
            self::assertEqualsWithDelta($weight, $weights[$i], 1e-9);
        }
    }

    public function testALookNamesAMaskOrCarriesItAlong(): void
    {
        $picture = new MaskPicture(3, 2, pack('v*', 0, 1000, 65535, 65535, 1000, 0));
        $shelf = new DataInMemory();
        (new Tables(null, $shelf))->keep($picture->digest, $picture, $picture->toBytes());
        $json = \sprintf('{"tovrinLook":1,"moves":[{"kind":"light","area":{"shapes":[{"shape":"mask","mask":"%s","name":"jug.png"}]},"params":{}}]}', $picture->digest);
        $grade = LookJson::read($json, new Tables(null, $shelf));
        self::assertStringNotContainsString('"data"', LookWriter::write($grade));
        $elsewhere = new Tables(null, new DataInMemory());
        try {
            LookJson::read($json, $elsewhere);
            self::fail('It is not there.');
        } catch (FormatError $e) {
            self::assertStringContainsString('moves[0].area.shapes[0]: The mask “jug.png” is not here. Import its file again.', $e->getMessage());
        }
        $there = LookJson::read(LookWriter::portable($grade), $elsewhere);
        self::assertEquals($grade->moves[0]->area, $there->moves[0]->area);
        self::assertEquals($picture, $elsewhere->kept($picture->digest, MaskPicture::fromBytes(...)));
        $this->expectExceptionMessage('The data of the mask is damaged.');
        LookJson::read(str_replace('"name"', '"data":"AAAA","name"', $json), $elsewhere);
    }

    private static function area(MaskPicture $picture, bool $invert = false): Area
    {
        return new Area([new Part(new Mask($picture, 'm'))], $invert);
    }

    private static function farthest(string $one, string $other): int
    {
        /** @var array<int, int> $ours */
        $ours = unpack('v*', $one);
        /** @var array<int, int> $theirs */
        $theirs = unpack('v*', $other);
        self::assertCount(\count($theirs), $ours);

        return max(0, ...array_map(static fn (int $a, int $b): int => abs($a - $b), $ours, $theirs));
    }
}
