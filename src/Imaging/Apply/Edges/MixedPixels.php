<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Apply\ColourCount;
use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\StandardRgb;

/**
 * The pixels of a picture that are two colours at once, taken apart: c = a·F + (1 − a)·B + r in linear light, with F and B from either side of
 * a line, a by projecting the pixel on the way between them, and the rest r, which is texture and noise, on both. So what is graded is
 * F + r and B + r, and mixing them as they were mixed gives the pixel back where nothing was changed.
 */
final class MixedPixels
{
    private const HAIR = 1e-6;
    /** What counts of a difference: of its light and dark, equal in all three channels, this part less than of the rest. */
    private const LESS = 0.7;
    private const TELLS = [[1.0 - self::LESS / 3, -self::LESS / 3, -self::LESS / 3], [-self::LESS / 3, 1.0 - self::LESS / 3, -self::LESS / 3], [-self::LESS / 3, -self::LESS / 3, 1.0 - self::LESS / 3]];

    /** A channel of a pixel's part on either side has at least this share of what lies beside the line: less is a colour that is nowhere in the photo. */
    private const KEPT = 0.5;

    /** @var array{Pixels, Pixels}|null the colours on the one side, 16 bits, and on the other */
    private ?array $sides = null;

    /**
     * @param ForkedTask  $taking  that takes them apart
     * @param SharedBytes $inside  where it puts the colours on the one side
     * @param SharedBytes $outside and on the other
     * @param SharedBytes $share   how much of a pixel is of the first, as 16 bits
     * @param SharedBytes $sureness of each pixel, 8 bits
     */
    private function __construct(public readonly MixedRuns $runs, public readonly SharedBytes $sureness, private readonly ForkedTask $taking, private readonly SharedBytes $inside, private readonly SharedBytes $outside, private readonly SharedBytes $share, private readonly ColourTag $colours)
    {
    }

    /** Begins to take them apart; the picture has to stay as it is until sides() has answered. Null when no pixel is mixed. */
    public static function of(EdgePictures $edges, Pixels $picture): ?self
    {
        if ($edges->isEmpty()) {
            return null;
        }
        $strip = Strip::mixed($edges, $picture);
        $beside = $strip->shared(static fn (): VipsImage => VipsImage::over($edges->inside, $edges->width, $edges->height, 4, 8)->join(VipsImage::over($edges->outside, $edges->width, $edges->height, 4, 8)), 8, 8);
        $sureness = new SharedBytes($strip->width * $strip->height);
        Vips::drawn($sureness, static fn (): VipsImage => VipsImage::over($beside, $strip->width, $strip->height, 8, 8)->band(3));
        $runs = MixedRuns::of($strip, $sureness->toString());
        if ($runs->isEmpty()) {
            return null;
        }
        $pixels = $runs->width * $runs->height;
        [$inside, $outside, $share] = [new SharedBytes(6 * $pixels), new SharedBytes(6 * $pixels), new SharedBytes(2 * $pixels)];
        $taking = Vips::begin(static function () use ($picture, $runs, $beside, $inside, $outside, $share): string {
            $pixels = VipsImage::over($runs->ofPicture($picture), $runs->width, $runs->height, $picture->channels(), $picture->bits);
            [$one, $other, $part] = self::apart($pixels->colours(), $picture->colours->encoding, VipsImage::over($runs->ofStrip($beside, 8), $runs->width, $runs->height, 8, 8));
            $one->into($inside);
            $other->into($outside);
            $part->into($share);

            return ColourCount::of(self::pixels($runs, $inside, $picture->colours), self::pixels($runs, $outside, $picture->colours));
        });

        return new self($runs, $runs->ofStrip($sureness, 1), $taking, $inside, $outside, $share, $picture->colours);
    }

    /**
     * What is to be graded instead of them.
     *
     * @return array{Pixels, Pixels} the colours on the one side, 16 bits, and on the other
     */
    public function sides(): array
    {
        if (null === $this->sides) {
            $bins = $this->taking->result();
            $this->sides = [self::pixels($this->runs, $this->inside, $this->colours, $bins), self::pixels($this->runs, $this->outside, $this->colours, $bins)];
        }

        return $this->sides;
    }

    private static function pixels(MixedRuns $runs, SharedBytes $memory, ColourTag $colours, ?string $bins = null): Pixels
    {
        return new Pixels($runs->width, $runs->height, 16, false, $memory, null, $colours, bins: $bins);
    }

    /**
     * Puts them into the finished picture.
     *
     * @param Pixels      $inside   what became of the colours on the one side, 16 bits
     * @param Pixels      $outside  and on the other
     * @param Pixels      $finished of the picture's size, which is written over
     * @param RgbEncoding|null $encoding of all three, in whose linear light they are mixed; null for shares, which are mixed as they are
     */
    public function into(Pixels $finished, Pixels $inside, Pixels $outside, ?RgbEncoding $encoding): void
    {
        $memory = new SharedBytes($inside->width * $inside->height * 3 * intdiv($finished->bits, 8));
        $share = $this->share;
        Vips::drawn($memory, static function () use ($inside, $outside, $share, $encoding, $finished): VipsImage {
            $share = VipsImage::over($share, $inside->width, $inside->height, 1, 16)->linear(1 / SampleFormat::Word->most(), 0.0);
            if (null === $encoding) {
                $format = SampleFormat::ofBits($finished->bits);
                $from = $outside->image()->linear($format->most() / SampleFormat::Word->most(), 0.0);

                return $from->add($inside->image()->linear($format->most() / SampleFormat::Word->most(), 0.0)->subtract($from)->multiply($share))->linear(1.0, 0.5)->cast($format);
            }
            $curves = new CurveTables($encoding);
            $linear = $curves->linear($outside->image())->inMemory();

            return $curves->encoded($linear->add($curves->linear($inside->image())->subtract($linear)->multiply($share)), $finished->bits);
        });
        $this->runs->put($memory, $finished);
    }

    /**
     * @param VipsImage $beside both pictures of the edges, in eight bands
     *
     * @return array{VipsImage, VipsImage, VipsImage} inside, outside and share, of 16 bits
     */
    private static function apart(VipsImage $pixels, RgbEncoding $encoding, VipsImage $beside): array
    {
        [$curves, $standard] = [new CurveTables($encoding), new CurveTables(StandardRgb::encoding())];
        $linear = $curves->linear($pixels)->inMemory();
        $own = static function (int $first) use ($beside, $encoding, $standard): VipsImage {
            $rgb = $standard->linear($beside->band($first, 3));
            [$a, $b, $c, $d, $e, $f, $g, $h, $k] = $encoding->primaries->fromSrgb;

            return $encoding->means(StandardRgb::encoding()) ? $rgb : $rgb->recombined([[$a, $b, $c], [$d, $e, $f], [$g, $h, $k]]);
        };
        [$inside, $outside] = [$own(0)->inMemory(), $own(4)->inMemory()];
        $way = $inside->subtract($outside)->inMemory();
        // Texture and shade are light and dark of one colour: what differs in colour tells more of which of the two a pixel is.
        $told = $way->recombined(self::TELLS)->inMemory();
        $length = $told->dot($way)->linear(1.0, self::HAIR);
        $share = $linear->subtract($outside)->dot($told)->divide($length)->inMemory();
        [$least, $most] = self::bounds($linear, $inside, $outside, $way);
        $share = $share->smaller($most)->larger($least)->unit()->inMemory();
        // Less sure, less far apart: at the ends of a line a pixel is whole again without a step.
        $way = $way->multiply($beside->band(3)->asShare())->inMemory();
        $inside = $linear->add($way->multiply($share->linear(-1.0, 1.0)));
        $outside = $linear->subtract($way->multiply($share));

        return [$curves->encoded($inside, 16), $curves->encoded($outside, 16), $share->linear(SampleFormat::Word->most(), 0.5)->cast(SampleFormat::Word)];
    }

    /**
     * Between what shares of the inside both parts of a pixel are colours, see KEPT.
     *
     * @param VipsImage $pixels linear, as are the others
     * @param VipsImage $way    from outside to inside
     *
     * @return array{VipsImage, VipsImage}
     */
    private static function bounds(VipsImage $pixels, VipsImage $inside, VipsImage $outside, VipsImage $way): array
    {
        $room = static fn (VipsImage $side, VipsImage $way): VipsImage => $pixels->subtract($side->linear(self::KEPT, 0.0))->divide($way);
        $rises = $way->above(self::HAIR)->inMemory();
        $falls = $way->below(-self::HAIR)->inMemory();
        $most = $rises->choosing($room($outside, $way), $way->linear(0.0, 1.0))->inMemory();
        $least = $falls->choosing($room($inside, $way)->linear(1.0, 1.0), $way->linear(0.0, 0.0))->inMemory();

        return [$least->band(0)->larger($least->band(1))->larger($least->band(2))->inMemory(), $most->band(0)->smaller($most->band(1))->smaller($most->band(2))->inMemory()];
    }
}
