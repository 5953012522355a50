<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;

/** Reads picture files: whole, upright, in the encoding they came in. */
final class PictureFile
{
    /** A side of 30,000 is beyond any camera, and what libvips's writers still take. */
    public const MAX_SIDE = 30_000;
    /** Bytes of decoded pixels: 200 megapixels in 8 bits, 100 in 16. */
    public const MAX_BYTES = 640_000_000;

    /**
     * @param string                        $name     what to call it in messages
     * @param int|null                      $side     a large JPEG may come smaller, as long as its longer side keeps this many pixels
     * @param (callable(float): void)|null  $progress told the share done, 0…1; may throw to stop
     * @param bool                         $counted  whether to count where it has colours meanwhile
     *
     * @throws PictureError when it is no picture, damaged, cut short or too large
     */
    public static function read(string $path, string $name, ?int $side = null, ?callable $progress = null, bool $counted = false): Pixels
    {
        $format = PictureFormat::of($path, $name);
        $decoder = new Decoder($path, $name, $format, $side, $counted);
        try {
            $told = Vips::aside($decoder->decode(...), null === $progress ? null : static fn () => $progress($decoder->share()));
        } catch (PictureError $e) {
            throw !$e->lost ? $e : new PictureError(\sprintf('"%s" is damaged, or takes more memory or time than there is. Copy it from its source again, or open and save it elsewhere first.', $name), 0, $e);
        }

        return $decoder->pixels($told);
    }

    /**
     * Reads a picture no larger than needed: along its longer side at least $side pixels, where it has as many. Quicker for
     * a large JPEG, which is decoded smaller at once.
     *
     * @throws PictureError as read() does
     */
    public static function readSmall(string $path, string $name, int $side): Pixels
    {
        return PictureShape::reduce(self::read($path, $name, $side), $side);
    }
}
