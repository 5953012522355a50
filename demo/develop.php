<?php

// Develops a ray-traced still into a photo: lens softness, a gentle tone curve, vignette, and the
// grain of a sensor, which is stronger in the shadows and clumps a little in colour.
//
//     php demo/develop.php STILL.png PHOTO.jpg [WIDTH [GRAIN [QUALITY]]]
//
// GRAIN multiplies the grain (1 is a clean sensor); QUALITY is the JPEG's (below 90 its colours are halved, 4:2:0).

declare(strict_types=1);

[, $still, $target] = $argv + [1 => '', 2 => ''];
$width = (int) ($argv[3] ?? 3000);
$grainTimes = (float) ($argv[4] ?? 1);
$quality = (int) ($argv[5] ?? 91);
if (!is_file($still) || '' === $target) {
    fwrite(\STDERR, "Usage: php demo/develop.php STILL.png PHOTO.jpg [WIDTH [GRAIN [QUALITY]]]\n");
    exit(2);
}
mt_srand(crc32(basename($target)));

$image = new Imagick($still);
$height = (int) round($width * $image->getImageHeight() / $image->getImageWidth());
$image->resizeImage($width, $height, Imagick::FILTER_LANCZOS, 1.0);
$image->gaussianBlurImage(0, 0.7);
$image->sigmoidalContrastImage(true, 2.0, 0.40 * Imagick::getQuantum());

// Vignette: a soft radial darkening of a few per cent.
$falloff = new Imagick();
$falloff->newPseudoImage((int) ($width * 1.35), (int) ($height * 1.35), 'radial-gradient:white-gray75');
$falloff->cropImage($width, $height, (int) ($width * 0.175), (int) ($height * 0.175));
$falloff->setImagePage(0, 0, 0, 0);
$image->compositeImage($falloff, Imagick::COMPOSITE_MULTIPLY, 0, 0);

// Grain: one layer fine and grey, one coarser and coloured, both around mid grey, laid on softly.
foreach ([[1.0, 0.45, true, 0.30], [0.5, 0.8, false, 0.16]] as [$scale, $blur, $grey, $strength]) {
    $grain = new Imagick();
    $grain->newImage((int) ($width * $scale), (int) ($height * $scale), new ImagickPixel('gray50'));
    $grain->setOption('seed', (string) mt_rand(1, 999999));
    $grain->addNoiseImage(Imagick::NOISE_GAUSSIAN);
    if ($grey) {
        $grain->transformImageColorspace(Imagick::COLORSPACE_GRAY);
        $grain->transformImageColorspace(Imagick::COLORSPACE_SRGB);
    }
    $grain->gaussianBlurImage(0, $blur);
    $grain->resizeImage($width, $height, Imagick::FILTER_TRIANGLE, 1.0);
    // Flatten the grain towards mid grey, so that it only just shows.
    $flat = new Imagick();
    $flat->newImage($width, $height, new ImagickPixel('gray50'));
    $grain->setImageAlphaChannel(Imagick::ALPHACHANNEL_SET);
    $grain->evaluateImage(Imagick::EVALUATE_MULTIPLY, min(1.0, $strength * $grainTimes), Imagick::CHANNEL_ALPHA);
    $flat->compositeImage($grain, Imagick::COMPOSITE_OVER, 0, 0);
    $image->compositeImage($flat, Imagick::COMPOSITE_SOFTLIGHT, 0, 0);
}

$image->setImageAlphaChannel(Imagick::ALPHACHANNEL_DEACTIVATE);
$image->setImageDepth(8);
$image->stripImage();
$image->setImageFormat('jpeg');
$image->setImageCompressionQuality($quality);
$image->writeImage($target);
printf("%s: %d × %d, %d kB\n", $target, $width, $height, (int) (filesize($target) / 1000));
