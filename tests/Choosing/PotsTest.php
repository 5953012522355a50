<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Core\Reading\Pots;

/** The pots of rendered photos, and what a palette makes of them. */
final class PotsTest extends TestCase
{
    /** All shades of a thing are in one pot, as far as colour alone can tell: overlap of the pot that fits it best. */
    public function testAPotIsAThingWithItsShades(): void
    {
        foreach (['bowl-and-vase' => [1 => 0.85, 3 => 0.9, 4 => 0.85]] as $name => $wanted) {
            $photo = MaskedPhoto::named($name);
            $of = Pots::of($photo->study)->membership($photo->colours->lab());
            foreach ($wanted as $object => $least) {
                $truth = $photo->truth($object);
                $both = $pot = [];
                foreach ($of as $i => $family) {
                    $pot[$family] = ($pot[$family] ?? 0) + 1;
                    $both[$family] = ($both[$family] ?? 0) + ($truth[$i] ? 1 : 0);
                }
                $all = \count(array_filter($truth));
                $best = max(0.0, ...array_map(static fn (int $family): float => $both[$family] / ($pot[$family] + $all - $both[$family]), array_keys($pot)));
                self::assertGreaterThan($least, $best, "$name, object $object");
            }
        }
    }

    public function testOnAPhotoMovedPotsLandOnTheirTargetsAndTheirEdgesAreGentle(): void
    {
        $study = MaskedPhoto::named('bowl-and-vase')->study;
        $pots = Pots::of($study);
        $palette = Palette::for($pots->families($study), $pots->names);
        $targets = array_map(static function (array $middle): ?array {
            [$light, $chroma, $hue] = ColourBlock::of(OkLab::class, [$middle])->in(OkLch::class)->at(0);

            return $chroma > 0.04 ? ColourBlock::one(OkLch::class, $light, $chroma, $hue - 40.0)->in(OkLab::class)->at(0) : null;
        }, $palette->photo->middles);
        self::assertGreaterThan(1, \count(array_filter($targets)));
        $palette = new Palette($palette->photo, $targets);
        $after = $palette->apply($palette->anchors());
        foreach ($targets as $pot => $to) {
            if (null !== $to) {
                self::assertLessThan(0.5, DeltaE2000::between(ColourBlock::of(OkLab::class, [$to])->in(Srgb::class), ColourBlock::of(OkLab::class, [$after->at($pot)])->in(Srgb::class))[0], $pots->names[$pot]);
            }
        }
        // Of the photo's own colours none is torn more than 5 times as far from a neighbour 0.01 away.
        $own = $study->colours()->lab();
        $near = new ColourBlock(OkLab::class, array_map(static fn (float $l): float => $l + 0.004, $own->a), array_map(static fn (float $a): float => $a + 0.006, $own->b), array_map(static fn (float $b): float => $b - 0.007, $own->c));
        [$p, $q] = [$palette->apply($own), $palette->apply($near)];
        $most = 0.0;
        foreach ($p->a as $i => $light) {
            $most = max($most, sqrt(($light - $q->a[$i]) ** 2 + ($p->b[$i] - $q->b[$i]) ** 2 + ($p->c[$i] - $q->c[$i]) ** 2) / 0.01005);
        }
        self::assertLessThan(5.0, $most);
    }
}
