<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourSpace;

/**
 * A kind of move with its settings: what it does, at full strength, to every colour of a block.
 *
 * Reach, strength and on/off are not its concern; the evaluator mixes its result in. Instances
 * are immutable and are made from settings that the look schema has already accepted.
 */
interface MoveKind
{
    /** The kind as a look file writes it, e.g. `band-mix`. */
    public static function id(): string;

    /** Its name on the screen. */
    public static function title(): string;

    /** What it is for, in one plain sentence. */
    public static function help(): string;

    /**
     * JSON Schema of its settings. Every setting has a `default`: its rest value.
     *
     * @return array<string, mixed>
     */
    public static function paramsSchema(): array;

    /** Its settings from a look; missing ones are at rest. */
    public static function fromParams(Params $params): self;

    /**
     * Its settings as a look writes them: those that are away from rest; fromParams() reads them back.
     *
     * @return array<string, mixed>
     */
    public function params(): array;

    /**
     * The space it works in, and in which its result is mixed with what was there. OKLCh is mixed as
     * OKLab, so that a soft edge between a grey and a colour never passes through a third hue.
     *
     * @return class-string<ColourSpace>
     */
    public static function space(): string;

    /** True when it changes nothing: it is then skipped, so that rest is exact. */
    public function isIdentity(): bool;

    /**
     * @param ColourBlock $colours in space()
     *
     * @return ColourBlock as many colours, in space(); hues may run past 0…360 to tell the way they turned
     */
    public function apply(ColourBlock $colours): ColourBlock;
}
