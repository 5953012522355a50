<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Learning\ReachFinder;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Fit;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Move\Kind\Recolour;
use Tovrin\Core\Move\Kind\Shift;
use Tovrin\Core\Reach\Reach;

/**
 * The same thing over several photos: found in each by the pot of one, fitted to each photo's own colours; how far its
 * colours lie apart as graded; and a move for each that brings it to the colour it has in the first.
 */
final readonly class Consistency
{
    /** A thing that takes in less of a photo is not there. */
    private const LEAST = 0.002;
    /** Soft edges go only part of the way: the target is set again by what is missing, this often. */
    private const ROUNDS = 4;
    /** Colours that are compared each with each. */
    private const COMPARED = 800;

    public function __construct(private PhotoColours $colours, private ReachFinder $finder, private Grades $grades)
    {
    }

    /** @param list<Photo> $others */
    public function read(Photo $first, int $pot, array $others): SamePotView
    {
        $reach = $this->reach($first, $pot);
        $photos = [];
        $found = [];
        foreach ([$first, ...$others] as $photo) {
            [$colour, $share] = $this->colourOf($photo, $this->there($reach, $photo), $this->grades->grade($photo));
            if (null !== $colour) {
                $found[] = $colour;
            }
            $photos[] = [$photo, $colour, $share];
        }
        $start = $photos[0][1];

        return new SamePotView($this->colours->pots($first)->names[$pot], self::spread($found), array_map(
            static fn (array $one): PotThereView => new PotThereView($one[0]->id(), $one[0]->name(), $one[0]->revision(), null === $one[1] ? null : self::hex($one[1]), $one[2], null === $one[1] || null === $start ? null : self::difference($start, $one[1])),
            $photos,
        ));
    }

    /**
     * The colour that a pot of a photo has in its grade.
     *
     * @return array{float, float, float} OKLab
     *
     * @throws Refused when there is too little of it
     */
    public function goal(Photo $first, int $pot): array
    {
        return $this->colourOf($first, $this->reach($first, $pot), $this->grades->grade($first))[0] ?? throw new Refused(\sprintf('“%s” has hardly any of this colour. Choose another colour, or make another photo the first.', $first->name()));
    }

    /**
     * A photo's grade with one move more, which brings the thing to a colour.
     *
     * @param Grade                      $grade the one it has
     * @param Reach                      $reach the thing, where it was found first
     * @param array{float, float, float} $goal  OKLab
     * @param string                     $label of the move
     *
     * @throws Refused when there is nothing like it
     */
    public function brought(Photo $photo, Grade $grade, Reach $reach, array $goal, string $label): Grade
    {
        $there = $this->there($reach, $photo);
        [$colour] = $this->colourOf($photo, $there, $grade);

        return $this->withMove($photo, $grade, $there, $colour ?? throw new Refused('It has nothing similar.'), $goal, $label);
    }

    /**
     * @param array{float, float, float} $from OKLab
     * @param array{float, float, float} $goal OKLab
     */
    private function withMove(Photo $photo, Grade $grade, Reach $reach, array $from, array $goal, string $label): Grade
    {
        $id = Grades::newId();
        $target = $goal;
        $best = null;
        $least = \INF;
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $tried = $grade->with([...$grade->moves, new Move(new Recolour(self::hex($from), self::hex($target)), mb_substr($label, 0, 80), reach: $reach, id: $id)]);
            [$is] = $this->colourOf($photo, $reach, $tried);
            $is ??= $goal;
            $away = self::difference($goal, $is);
            if ($away < $least) {
                [$best, $least] = [$tried, $away];
            }
            $target = [$target[0] + $goal[0] - $is[0], $target[1] + $goal[1] - $is[1], $target[2] + $goal[2] - $is[2]];
        }

        return $best ?? $grade;
    }

    /** What reaches a pot of a photo. */
    public function reach(Photo $first, int $pot): Reach
    {
        return $this->finder->aroundPot($first, $pot)->reach ?? throw NotFound::of('pot');
    }

    private function there(Reach $reach, Photo $photo): Reach
    {
        $fitted = Fit::to(new Grade([new Move(new Shift(), reach: $reach, id: 'm1')]), $this->colours->fittingSamples($photo), $photo->storeKey(), fn (): array => $this->colours->grain($photo));

        return $fitted->moves[0]->reach ?? $reach;
    }

    /** @return array{array{float, float, float}|null, float} what is reached, as graded, in OKLab, and its share of the picture */
    private function colourOf(Photo $photo, Reach $reach, Grade $grade): array
    {
        $placed = $this->colours->placedFitting($photo);
        $source = new Colours($placed->colours);
        $weights = $reach->weights($source);
        $after = Evaluator::evaluate($grade, $source, [], $placed->planes($grade))->colours->in(OkLab::class);
        $sums = [0.0, 0.0, 0.0];
        $all = 0.0;
        foreach ($weights as $i => $weight) {
            $all += $weight;
            $sums[0] += $weight * $after->a[$i];
            $sums[1] += $weight * $after->b[$i];
            $sums[2] += $weight * $after->c[$i];
        }
        $share = $all / max(1, \count($weights));

        return [$share < self::LEAST ? null : [$sums[0] / $all, $sums[1] / $all, $sums[2] / $all], $share];
    }

    /**
     * The largest difference between any two colours; of very many, between any two of those that lie furthest from the first.
     *
     * @param list<array{float, float, float}> $colours OKLab
     *
     * @return float ΔE00
     */
    public static function spread(array $colours): float
    {
        if ([] === $colours) {
            return 0.0;
        }
        if (\count($colours) > self::COMPARED) {
            $away = DeltaE2000::between(ColourBlock::of(OkLab::class, array_fill(0, \count($colours), $colours[0])), ColourBlock::of(OkLab::class, $colours));
            arsort($away);
            $colours = array_map(static fn (int $index): array => $colours[$index], \array_slice(array_keys($away), 0, self::COMPARED));
        }
        $spread = 0.0;
        foreach ($colours as $i => $one) {
            $others = \array_slice($colours, $i + 1);
            if ([] !== $others) {
                $spread = max($spread, ...DeltaE2000::between(ColourBlock::of(OkLab::class, array_fill(0, \count($others), $one)), ColourBlock::of(OkLab::class, $others)));
            }
        }

        return $spread;
    }

    /**
     * @param array{float, float, float} $one   OKLab
     * @param array{float, float, float} $other OKLab
     */
    private static function difference(array $one, array $other): float
    {
        return DeltaE2000::between(ColourBlock::of(OkLab::class, [$one]), ColourBlock::of(OkLab::class, [$other]))[0];
    }

    /** @param array{float, float, float} $colour OKLab */
    private static function hex(array $colour): string
    {
        return Hex::format(...ColourBlock::of(OkLab::class, [$colour])->in(Srgb::class)->at(0));
    }
}
