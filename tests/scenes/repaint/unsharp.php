<?php

// Puts a thing out of focus, as a lens does: its light and its mask are spread over a disc, in linear light, over what lies behind.
//
//     php unsharp.php ALL.png WITHOUT.png MASK.png OUT.png COVERED.png
//
// COVERED.png is how much of each pixel the thing covers then.

declare(strict_types=1);

[, $all, $without, $mask, $target, $covered] = $argv;
const RADIUS = 6;
$linear = static function (string $path): Imagick {
    $image = new Imagick($path);
    $image->setImageAlphaChannel(Imagick::ALPHACHANNEL_DEACTIVATE);
    $image->transformImageColorspace(Imagick::COLORSPACE_RGB);

    return $image;
};
$thing = $linear($all);
$share = new Imagick($mask);
$share->setImageAlphaChannel(Imagick::ALPHACHANNEL_DEACTIVATE);
// The mask's numbers are shares already, whatever colour space its file names.
$share->setImageColorspace(Imagick::COLORSPACE_RGB);
$share->resizeImage($thing->getImageWidth(), $thing->getImageHeight(), Imagick::FILTER_TRIANGLE, 1.0);
$disc = ImagickKernel::fromBuiltIn(Imagick::KERNEL_DISK, (string) RADIUS);
$disc->scale(1.0, Imagick::NORMALIZE_KERNEL_VALUE);
$thing->compositeImage($share, Imagick::COMPOSITE_MULTIPLY, 0, 0);
$thing->morphology(Imagick::MORPHOLOGY_CONVOLVE, 1, $disc);
$share->morphology(Imagick::MORPHOLOGY_CONVOLVE, 1, $disc);
$rest = clone $share;
$rest->negateImage(false);
$behind = $linear($without);
$behind->compositeImage($rest, Imagick::COMPOSITE_MULTIPLY, 0, 0);
$thing->compositeImage($behind, Imagick::COMPOSITE_PLUS, 0, 0);
$thing->transformImageColorspace(Imagick::COLORSPACE_SRGB);
$thing->setImageDepth(16);
$thing->writeImage('png48:'.$target);
$share->setImageColorspace(Imagick::COLORSPACE_SRGB);
$share->setImageDepth(8);
$share->writeImage('png24:'.$covered);
