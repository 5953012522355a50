<?php

// How far a 65-cube is from exact evaluation on the demo photos' own colours, in ΔE00.

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Cube\CubeError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Reading\ColourSample;

$looks = ['five moves' => __DIR__.'/look.json'];
foreach (glob(__DIR__.'/../demo/looks/*.json') ?: [] as $path) {
    $looks[basename($path, '.json')] = $path;
}
foreach ([33, 65] as $size) {
    foreach ($looks as $name => $path) {
        $grade = LookJson::read((string) file_get_contents($path));
        $cube = Compiler::compile($grade, $size);
        foreach (glob(__DIR__.'/../demo/photos/*.jpg') ?: [] as $photo) {
            $pixels = PictureFile::read($photo, basename($photo));
            $colours = ColourSample::of($pixels->data, $pixels->width, $pixels->height)->colours();
            $error = CubeError::of($cube, $colours, Evaluator::evaluate($grade, new Colours($colours))->colours);
            printf("Cube of %d, %-18s on %-26s mean %.4f, 99th percentile %.3f, worst %.2f%s\n", $size, $name, basename($photo), $error->mean, $error->percentile99, $error->max, 65 === $size ? ' (aim: 0.05, 0.5)' : '');
        }
    }
}
