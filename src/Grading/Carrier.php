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

/** Carries moves of one photo over to others, fitted to each. */
final readonly class Carrier
{
    /** A reach that takes in so many times more or less of another photo is worth a warning, and from which share on. */
    private const FAR = 2.5;
    private const WORTH = 0.005;

    public function __construct(private Photos $photos, private PhotoColours $colours, private Grades $grades)
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

            return new CarriedView($photo->id(), $photo->name(), $photo->revision(), $there, self::warnings($look, $here, $there));
        }, $this->to($asked));
    }

    /**
     * Does it. Each photo is one step of undo.
     *
     * @return list<CarriedView> in the order asked for
     */
    public function carry(Photo $from, CarryOver $asked): array
    {
        $here = $this->reached($from, $asked->look);
        $done = [];
        // All are found before the first is changed: one that is gone changes none.
        foreach ($this->to($asked) as $photo) {
            $look = $this->on($photo, $asked);
            $now = $this->grades->grade($photo);
            $this->grades->keep($photo, self::joined($now, $look, $asked->how), $photo->revision());
            $there = $this->reached($photo, $look);
            $done[] = new CarriedView($photo->id(), $photo->name(), $photo->revision(), $there, self::warnings($look, $here, $there));
        }

        return $done;
    }

    /** @return list<Photo> */
    private function to(CarryOver $asked): array
    {
        return array_map($this->photos->photo(...), array_values(array_unique($asked->to)));
    }

    private function on(Photo $photo, CarryOver $asked): Grade
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

    /** Moves get ids of their own where those that are there have them already. */
    private static function joined(Grade $now, Grade $look, CarryHow $how): Grade
    {
        if (CarryHow::Replace === $how) {
            return $look->named($now->name);
        }
        $moves = $now->moves;
        foreach ($look->moves as $move) {
            $moves[] = null === $now->indexOf($move->id) ? $move : $move->under('m'.bin2hex(random_bytes(6)));
        }

        return ([] === $now->moves ? $look->named($now->name) : $now)->with($moves);
    }

    /** @return list<float> by move */
    private function reached(Photo $photo, Grade $look): array
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
    private static function warnings(Grade $look, array $here, array $there): array
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
