<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;

/** Other ways to come by the same photo, none of which anybody would see. */
enum Decoding: string
{
    /** Made small in two steps, by other filters. */
    case Resampled = 'resampled';
    /** Saved as a JPEG of quality 85 in between. */
    case Jpeg85 = 'jpeg-85';
    /** One level of noise. */
    case Noise = 'noise';

    /** @param Pixels $full the whole photo, 8 bits RGB */
    public function preview(Pixels $full, int $side): Pixels
    {
        $small = PictureShape::reduce(self::Resampled === $this ? self::byImagick($full, static fn (\Imagick $image): bool => $image->resizeImage((int) ceil(0.87 * $full->width), (int) ceil(0.87 * $full->height), \Imagick::FILTER_TRIANGLE, 1.0)) : $full, $side);

        return match ($this) {
            self::Resampled => $small,
            self::Jpeg85 => self::byImagick($small, static function (\Imagick $image): void {
                $image->setFormat('jpeg');
                $image->setImageFormat('jpeg');
                $image->setImageCompressionQuality(85);
                $bytes = $image->getImageBlob();
                $image->clear();
                $image->readImageBlob($bytes);
            }),
            self::Noise => self::noisy($small),
        };
    }

    /** @param callable(\Imagick): mixed $change */
    private static function byImagick(Pixels $pixels, callable $change): Pixels
    {
        $image = new \Imagick();
        $image->setSize($pixels->width, $pixels->height);
        $image->setFormat('rgb');
        $image->setOption('depth', '8');
        $image->readImageBlob($pixels->bytes());
        $change($image);
        $image->setFormat('rgb');
        $image->setImageFormat('rgb');
        $image->setImageDepth(8);

        return new Pixels($image->getImageWidth(), $image->getImageHeight(), 8, false, $image->getImageBlob());
    }

    private static function noisy(Pixels $pixels): Pixels
    {
        $bytes = $pixels->bytes();
        $random = (new Randomizer(new Mt19937(3)))->getBytes(max(1, \strlen($bytes)));
        for ($i = 0, $n = \strlen($bytes); $i < $n; ++$i) {
            $bytes[$i] = \chr(max(0, min(255, \ord($bytes[$i]) + \ord($random[$i]) % 3 - 1)));
        }

        return new Pixels($pixels->width, $pixels->height, 8, false, $bytes);
    }
}
