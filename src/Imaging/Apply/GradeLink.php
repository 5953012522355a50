<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\LatticeChoice;
use Tovrin\Core\Grade\Stack;

/** The device link that takes one photo's pixels to the finished ones: as fine as its colours need, computed where they are. */
final readonly class GradeLink
{
    /** Nodes up to which a second process would cost more than it saves. */
    private const ALONE_MOST = 4000;
    /** Nodes along each axis for a matte that is worked out further. */
    private const MATTE_LATTICE = 33;

    private function __construct(public string $bytes, public Lattice $lattice, public Exactness $exactness)
    {
    }

    /**
     * @param int|null     $lattice nodes along each axis; null is as few as keep what is promised
     * @param (\Closure(): list<Pixels>)|null $more gives pictures that it will be applied to as well
     */
    public static function of(Grade $grade, EncodingTransform $transform, Pixels $pixels, ?int $lattice = null, ?\Closure $more = null): self
    {
        $pictureColours = new PictureColours($pixels, $more);
        $samples = $pictureColours->samples();
        $choice = null === $lattice ? LatticeChoice::for($grade, $transform, ...$samples) : LatticeChoice::given(Lattice::uniform($lattice), $grade, $transform, ...$samples);
        $words = self::parts($choice->lattice, $pictureColours, static fn (int $first, int $past, array $needed): string => Compiler::tableWords($grade, $transform, $choice->lattice, $first, $past, $needed));

        return new self(IccDeviceLink::ofTable($choice->lattice, $words, $grade->name), $choice->lattice, Exactness::of($choice));
    }

    /**
     * The link that gives how much each pixel is reached by a move, in all three channels.
     *
     * @param (\Closure(): list<Pixels>)|null $more gives pictures that it will be applied to as well
     */
    public static function ofWeights(Grade $grade, int $move, EncodingTransform $transform, Pixels $pixels, int $lattice, ?\Closure $more = null): self
    {
        $pictureColours = new PictureColours($pixels, $more);
        $even = Lattice::uniform($lattice);
        $words = self::parts($even, $pictureColours, static fn (int $first, int $past, array $needed): string => Compiler::weightWords($grade, $move, $transform, $even, $first, $past, $needed));

        return new self(IccDeviceLink::ofTable($even, $words, 'matte'), $even, Exactness::untouched());
    }

    /** How much each pixel of a small picture is reached by a move, in all three channels of 16 bits: for what is worked out further, not for a file. */
    public static function matte(Grade $grade, int $move, Pixels $picture): Pixels
    {
        $transform = new EncodingTransform($picture->colours->encoding, $picture->colours->encoding);

        return self::ofWeights($grade, $move, $transform, $picture, self::MATTE_LATTICE)->apply($picture->copy(), static function (): void {}, 16);
    }

    /**
     * Applies it to a picture, whose pixels may be written over.
     *
     * @param callable(float): void $progress told the share done, 0…1; may throw to stop
     * @param int                   $bits     8 or 16 a channel of the result
     * @param ColourTag|null        $colours  what the result means; as before unless given
     */
    public function apply(Pixels $picture, callable $progress, int $bits, ?ColourTag $colours = null): Pixels
    {
        return LittleCms::applyLink($this->bytes, $this->lattice, $picture, $progress, $bits, $colours);
    }

    /**
     * A whole table, by two processes where it is large.
     *
     * @param \Closure(int, int, list<list<int>>): string $words  of the levels of red from one to before another
     * @param int                                           $layers see Stack
     */
    public static function parts(Lattice $lattice, PictureColours $pictureColours, \Closure $words, int $layers = 1): string
    {
        $needed = $pictureColours->occupancy()->nodes($lattice);
        if ($layers * array_sum(array_map(\count(...), $needed)) <= self::ALONE_MOST) {
            return $words(0, $lattice->size, $needed);
        }
        $middle = Compiler::middle($needed);
        $rest = new ForkedTask(static fn (): string => $words($middle, $lattice->size, $needed));

        return Stack::joined([$words(0, $middle, $needed), $rest->result()], $layers);
    }
}
