<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Tovrin\App\Imaging\Apply\GradeLink;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;

/** Photos as the screen shows them, in sRGB: by the way a finished file in sRGB goes, without any move. */
final class PreviewColours
{
    /** The picture in sRGB, in 8 bits; its pixels may be written over. */
    public static function srgb(Pixels $pixels): Pixels
    {
        if ($pixels->colours->isSrgb()) {
            return PictureShape::opaque($pixels)->saying(ColourTag::none());
        }
        $link = GradeLink::of(new Grade([]), new EncodingTransform($pixels->colours->encoding, StandardRgb::encoding()), $pixels);

        return PictureShape::opaque(LittleCms::applyLink($link->bytes, $link->lattice, $pixels, static function (): void {}, null, ColourTag::none()));
    }
}
