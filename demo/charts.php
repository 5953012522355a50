<?php

// Draws the two charts of the demo: a hue wheel, and a tone ramp with a patchwork of hues.
//
//     php demo/charts.php FOLDER

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Colour\Hsl;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;

$folder = $argv[1] ?? __DIR__.'/photos';

/** @param callable(int, list<int>): ColourBlock $row colours of a row, given its number and the x of each pixel */
$draw = static function (string $target, int $width, int $height, callable $row): void {
    $data = '';
    $xs = range(0, $width - 1);
    /** @var callable(int, list<int>): ColourBlock $row */
    for ($y = 0; $y < $height; ++$y) {
        $rgb = Gamut::intoSrgb($row($y, $xs));
        $bytes = [];
        for ($x = 0; $x < $width; ++$x) {
            $bytes[] = (int) round(255 * $rgb->a[$x]);
            $bytes[] = (int) round(255 * $rgb->b[$x]);
            $bytes[] = (int) round(255 * $rgb->c[$x]);
        }
        $data .= pack('C*', ...$bytes);
    }
    PictureWriter::write(new Pixels($width, $height, 8, false, $data), new Writing('png'), $target);
    printf("%s: %d × %d\n", $target, $width, $height);
};

// The wheel: hue around, saturation outwards from grey; a ring of lightness steps outside it.
$side = 1500;
$draw($folder.'/hue-wheel.png', $side, $side, static function (int $y, array $xs) use ($side): ColourBlock {
    /** @var list<int> $xs */
    $h = $s = $l = [];
    foreach ($xs as $x) {
        $dx = ($x + 0.5) / $side * 2 - 1;
        $dy = 1 - ($y + 0.5) / $side * 2;
        $radius = sqrt($dx * $dx + $dy * $dy);
        $angle = rad2deg(atan2($dx, $dy));
        $h[] = $angle < 0 ? $angle + 360 : $angle;
        if ($radius > 0.96) {
            $s[] = 0.0;
            $l[] = 0.5;
        } elseif ($radius > 0.74) {
            $s[] = 1.0;
            $l[] = 0.15 + 0.1 * floor(($radius - 0.74) / 0.22 * 8);
        } else {
            $s[] = min(1.0, $radius / 0.72);
            $l[] = 0.5;
        }
    }

    return new ColourBlock(Hsl::class, $h, $s, $l);
});

// The ramp: continuous and stepped greys on top, then 24 hues at 5 lightnesses and 3 strengths.
[$width, $height] = [2400, 1500];
$draw($folder.'/tones-and-hues.png', $width, $height, static function (int $y, array $xs) use ($width, $height): ColourBlock {
    /** @var list<int> $xs */
    $band = (int) floor($y / $height * 20);
    if ($band < 4) {
        $v = [];
        foreach ($xs as $x) {
            $t = $x / ($width - 1);
            $v[] = $band < 2 ? $t : floor(min($t, 0.9999) * 21) / 20;
        }

        return new ColourBlock(Srgb::class, $v, $v, $v);
    }
    $cell = $band - 4;
    $l = $c = $h = [];
    foreach ($xs as $x) {
        $column = (int) floor($x / $width * 24);
        $l[] = 0.25 + 0.15 * (4 - (int) floor($cell / 3.2));
        $c[] = [0.04, 0.09, 0.15][$cell % 3];
        $h[] = 15.0 * $column;
    }

    return new ColourBlock(OkLch::class, $l, $c, $h);
});
