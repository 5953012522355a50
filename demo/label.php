<?php

// Joins the silhouettes of a scene's objects into one picture of labels: grey level 40 × N where object N
// is seen, 0 where none is. The truth about which pixel belongs to what, for tests.
//
//     php demo/label.php LABELS.png MASK1.png MASK2.png …

declare(strict_types=1);

$target = $argv[1] ?? '';
$masks = array_slice($argv, 2);
if ('' === $target || [] === $masks) {
    fwrite(\STDERR, "Usage: php demo/label.php LABELS.png MASK1.png MASK2.png …\n");
    exit(2);
}
$labels = null;
$size = [0, 0];
foreach ($masks as $index => $path) {
    $mask = new Imagick($path);
    $size = [$mask->getImageWidth(), $mask->getImageHeight()];
    $mask->setImageDepth(8);
    $mask->setImageFormat('gray');
    $bytes = $mask->getImageBlob();
    $labels ??= str_repeat("\0", strlen($bytes));
    for ($i = 0, $n = strlen($bytes); $i < $n; ++$i) {
        if (ord($bytes[$i]) > 127) {
            $labels[$i] = chr(40 * ($index + 1));
        }
    }
}
$image = new Imagick();
$image->setOption('depth', '8');
$image->setSize($size[0], $size[1]);
$image->setFormat('gray');
$image->readImageBlob((string) $labels);
$image->stripImage();
$image->writeImage('png:'.$target);
printf("%s: %d objects\n", $target, count($masks));
