<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Borders;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\ReadsFrom;
use Tovrin\Core\Model\Families;

/** The lines along which what a grade does to a photo ends: of the reaches of its moves, and of the photo's own colours where a move acts by these. */
final class EdgeLines
{
    /** What the borders of the photo's own colours depend on, beside the photo. */
    private const PHOTOS_OWN = 'the photo\'s own';

    /**
     * Also those of moves at rest, since they may do something the next moment.
     *
     * @param \Closure(): Families $families gives the photo's own colour families, asked when they are needed
     *
     * @return array<string, SoughtLine> by what it depends on beside the photo; none when pixels are left as they are
     */
    public static function of(Grade $grade, \Closure $families): array
    {
        $lines = self::ofReaches($grade);
        $move = self::actingByHue($grade);
        if (null !== $move) {
            foreach (Borders::between($families()) as $number => $reach) {
                $lines[self::PHOTOS_OWN.' '.$number] = new SoughtLine($grade->with([new Move($move->kind, reach: $reach)]), true);
            }
        }

        return $lines;
    }

    /** All that decides where the lines lie in a photo, which is not what the moves do; null when there are none. */
    public static function decidedBy(Grade $grade): ?string
    {
        $keys = [...array_keys(self::ofReaches($grade)), ...null === self::actingByHue($grade) ? [] : [self::PHOTOS_OWN]];

        return [] === $keys ? null : implode("\n", $keys);
    }

    /** @return array<string, SoughtLine> */
    private static function ofReaches(Grade $grade): array
    {
        $lines = [];
        foreach (self::unmixed($grade) as $index => $move) {
            foreach (Borders::of($move) as $reach) {
                // What is read from the running colour depends on what the moves above make of it.
                $above = ReadsFrom::Running === $move->reads ? array_map(static fn (Move $move): Move => $move->everywhere(), \array_slice($grade->moves, 0, $index)) : [];
                $key = json_encode([LookWriter::reach($reach), [] === $above ? [] : LookWriter::data($grade->named('')->with($above))], \JSON_THROW_ON_ERROR);
                $lines[$key] ??= new SoughtLine($grade->with([...$above, new Move($move->kind, reads: $move->reads, reach: $reach)]));
            }
        }

        return $lines;
    }

    /** The first move whose lines are the photo's own. */
    private static function actingByHue(Grade $grade): ?Move
    {
        foreach (self::unmixed($grade) as $move) {
            if (Borders::areThePhotos($move)) {
                return $move;
            }
        }

        return null;
    }

    /** @return array<int, Move> the moves that are on, by index; none when edges stay mixed */
    private static function unmixed(Grade $grade): array
    {
        return Edges::Unmixed === $grade->edges ? array_filter($grade->moves, static fn (Move $move): bool => $move->on && $move->share > 0.0) : [];
    }
}
