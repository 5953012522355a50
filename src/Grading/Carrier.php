<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Library\Photos;
use Tovrin\Core\Grade\Fit;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Move\Kind\Neutralise;
use Tovrin\Core\Move\NeutralProbe;
use Tovrin\Core\Reach\Fit\Rounding;
use Tovrin\Core\Reading\MoveSummary;
use Tovrin\Core\Reading\NeutralPlaces;

/** What moves of one photo become on others, fitted to each. */
final readonly class Carrier
{
    /** A reach that takes in so many times more or less of another photo is worth a warning, and from which share on. */
    private const FAR = 2.5;
    private const WORTH = 0.005;

    public function __construct(private Photos $photos, private PhotoColours $colours)
    {
    }

    /**
     * What would come of it, photo by photo; nothing is kept.
     *
     * @return list<CarriedView> in the order asked for
     */
    public function preview(Photo $from, CarryOver $asked): array
    {
        $here = $this->reached($from, $asked->look);

        return array_map(function (Photo $photo) use ($asked, $here): CarriedView {
            $look = $this->on($photo, $asked);
            $there = $this->reached($photo, $look);

            return new CarriedView($photo->id(), $photo->name(), $photo->revision(), $there, self::told($look, $here, $there));
        }, array_map($this->photos->photo(...), array_values(array_unique($asked->to))));
    }

    /**
     * What there is to say of the moves on a photo that they are carried over to.
     *
     * @param list<float> $here what each move reaches where it comes from
     *
     * @return list<string>
     */
    public function warnings(Photo $photo, Grade $look, array $here): array
    {
        return self::told($look, $here, $this->reached($photo, $look));
    }

    /** The moves as a photo is to have them. */
    public function on(Photo $photo, CarryOver $asked): Grade
    {
        $given = $asked->areas ? $asked->look : $asked->look->withoutAreas();
        $look = $asked->fit ? Fit::to($given, $this->colours->fittingSamples($photo), $photo->storeKey(), fn (): array => $this->colours->grain($photo)) : $given;

        return $asked->again ? $this->readAgain($photo, $asked->look, $look) : $look;
    }

    /** The probes of neutralise moves read at the same places of another photo, as far as it is known where they were read. */
    private function readAgain(Photo $photo, Grade $source, Grade $fitted): Grade
    {
        $moves = [];
        foreach ($fitted->moves as $index => $move) {
            $from = $source->moves[$index]->kind ?? null;
            if ($move->kind instanceof Neutralise && $from instanceof Neutralise && [] !== $from->probes) {
                $raster = $this->colours->raster($photo);
                $probes = array_map(static fn (NeutralProbe $was, NeutralProbe $now): NeutralProbe => null === $was->at ? $now : NeutralPlaces::read($raster, $was->at), $from->probes, $move->kind->probes);
                $move = $move->doing(new Neutralise($move->kind->all, $move->kind->shadows, $move->kind->midtones, $move->kind->highlights, $probes, $move->kind->light));
            }
            $moves[] = $move;
        }

        return $fitted->with($moves);
    }

    /** The grade that a photo has then. Moves get ids of their own where those that are there have them already. */
    public static function joined(Grade $now, Grade $look, CarryHow $how): Grade
    {
        if (CarryHow::Replace === $how) {
            return $look->named($now->name);
        }

        return ([] === $now->moves ? new Grade([], $now->name, $look->edges) : $now)->followedBy($look, Grades::newId(...));
    }

    /** @return list<float> share of the photo that each move reaches */
    public function reached(Photo $photo, Grade $look): array
    {
        $placed = $this->colours->placedDigest($photo)->thinned(MoveSummary::SAMPLES);

        return array_map(static fn (MoveSummary $summary): float => $summary->reached, MoveSummary::of($look, $placed->colours, $placed->planes($look, array_keys($look->moves))));
    }

    /**
     * @param list<float> $here  what each move reaches where it comes from
     * @param list<float> $there and where it goes
     *
     * @return list<string>
     */
    private static function told(Grade $look, array $here, array $there): array
    {
        $warnings = [];
        foreach ($look->moves as $index => $move) {
            $name = '' === $move->label ? $move->kind::title() : $move->label;
            [$own, $other] = [$here[$index], $there[$index]];
            if ($own >= self::WORTH && $other < $own / self::FAR) {
                $warnings[] = $other < self::WORTH / 2 ? \sprintf('“%s” finds nothing in this photo.', $name) : \sprintf('“%s” reaches much less here: %s of the picture instead of %s.', $name, Rounding::percent($other), Rounding::percent($own));
            } elseif ($other >= self::WORTH && $other > $own * self::FAR) {
                $warnings[] = \sprintf('“%s” reaches much more here: %s of the picture instead of %s.', $name, Rounding::percent($other), Rounding::percent($own));
            }
        }

        return $warnings;
    }
}
