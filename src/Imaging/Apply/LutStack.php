<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Apply\Edges\MixedPixels;
use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\Native\ColourTransform;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\LatticeChoice;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Grade\Stack;

/**
 * What takes one photo's pixels to the finished ones where a grade has planes: a device link with the planes as further inputs.
 *
 * Most of a picture lies in an area or outside of it altogether. There the link of red, green and blue alone does, which is quicker:
 * the picture is worked on in parts, each with as few inputs as it needs.
 */
final readonly class LutStack
{
    private const ACROSS = 128;
    private const DOWN = 64;
    /** Pixels up to which a second process would cost more than it saves. */
    private const ALONE_MOST = 600_000;

    /** @param SharedBytes $table the stack, see Compiler::tableWords(), in the machine's byte order */
    private function __construct(private SharedBytes $table, public Lattice $lattice, private Stack $stack, private PlanePictures $planes, public Exactness $exactness)
    {
    }

    /**
     * @param int|null     $lattice nodes along each axis; null is as few as keep what is promised
     * @param (\Closure(): list<Pixels>)|null $more gives pictures that it will be applied to as well
     */
    public static function of(Grade $grade, EncodingTransform $transform, Pixels $pixels, PlanePictures $planes, ?int $lattice = null, ?\Closure $more = null): self
    {
        $pictureColours = new PictureColours($pixels, $more);
        $samples = $pictureColours->samples();
        $values = new PlaneValues($planes->planes, $planes->at(...$pictureColours->places(), rgb: $samples, source: $transform->source(...$samples)));
        $choice = null === $lattice ? LatticeChoice::for($grade, $transform, ...$samples, planes: $values) : LatticeChoice::given(Lattice::uniform($lattice), $grade, $transform, ...$samples, planes: $values);
        $stack = $choice->stack ?? Stack::of($planes->planes);
        $words = GradeLink::parts($choice->lattice, $pictureColours, static fn (int $first, int $past, array $needed): string => Compiler::tableWords($grade, $transform, $choice->lattice, $first, $past, $needed, $stack), $stack->layers());

        return new self(self::inMachineOrder($words, $choice->lattice->size), $choice->lattice, $stack, $planes, Exactness::of($choice));
    }

    /**
     * What gives how much each pixel is reached by a move, in all three channels.
     *
     * @param (\Closure(): list<Pixels>)|null $more gives pictures that it will be applied to as well
     */
    public static function ofWeights(Grade $grade, int $move, EncodingTransform $transform, Pixels $pixels, PlanePictures $planes, int $lattice, ?\Closure $more = null): self
    {
        $pictureColours = new PictureColours($pixels, $more);
        $even = Lattice::uniform($lattice);
        // A weight goes in proportion with its plane: two levels of each say all.
        $stack = Stack::of($planes->planes);
        $words = GradeLink::parts($even, $pictureColours, static fn (int $first, int $past, array $needed): string => Compiler::weightWords($grade, $move, $transform, $even, $first, $past, $needed, $stack), $stack->layers());

        return new self(self::inMachineOrder($words, $lattice), $even, $stack, $planes, Exactness::untouched());
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
        $source = $picture->shared();
        $target = $bits === $picture->bits ? $source : new SharedBytes(max(1, $picture->width * $picture->height * $picture->channels() * intdiv($bits, 8)));
        $sure = $this->planes->sureness();
        $middle = $picture->width * $picture->height <= self::ALONE_MOST ? $picture->height : intdiv($picture->height, 2);
        $part = function (int $from, int $to) use ($picture, $source, $target, $bits, $sure): string {
            $this->colour($picture, $source, $target, $bits, $sure, $from, $to);

            return '';
        };
        // Each in a process of its own, since libvips draws the planes, in memory they share.
        $first = Vips::begin(static fn (): string => $part(0, $middle));
        $second = $middle < $picture->height ? Vips::begin(static fn (): string => $part($middle, $picture->height)) : null;
        $tell = static fn () => $progress(0.5);
        $first->result($tell);
        $second?->result($tell);

        return $picture->with($target, $colours, $bits);
    }

    /**
     * Applies it to the mixed pixels of the picture.
     *
     * @param Pixels $side the colours on one side, 16 bits, without transparency, which are written over
     */
    public function ofMixed(Pixels $side, MixedPixels $mixed): Pixels
    {
        $target = $side->shared();
        $count = \count($this->stack->counts());
        $reached = array_map(fn (int $number): ?Pixels => $this->planes->reached($number, $side), range(0, max(0, $count - 1)));
        Vips::aside(function () use ($side, $mixed, $target, $count, $reached): string {
            $image = $side->image();
            $planes = array_map(fn (int $number): VipsImage => $this->planes->ofMixed($number, $image, $reached[$number], $mixed), array_reverse(range(0, max(0, $count - 1))));
            $first = array_shift($planes);
            $between = $first->join(...$planes, ...[$image]);
            $transform = $this->transform(str_repeat(PlaneSureness::BETWEEN, $count), 16, 16, false);
            foreach ($between->strips() as $top => $part) {
                $rows = intdiv($part->length, 2 * ($count + 3) * $side->width);
                $transform->lines($part->bytes, $target->at(6 * $top * $side->width), $side->width, $rows, 2 * ($count + 3) * $side->width, 6 * $side->width);
            }

            return '';
        });

        return $side;
    }

    private function colour(Pixels $picture, SharedBytes $source, SharedBytes $target, int $bits, PlaneSureness $sure, int $from, int $to): void
    {
        [$width, $height] = [$picture->width, $picture->height];
        [$in, $out] = [$picture->bytesPerPixel(), $picture->channels() * intdiv($bits, 8)];
        $transforms = $planes = [];
        for ($top = $from; $top < $to; $top += self::DOWN) {
            $down = min(self::DOWN, $to - $top);
            for ($left = 0; $left < $width; $left += self::ACROSS) {
                $across = min(self::ACROSS, $width - $left);
                $kind = $sure->of($left / $width, $top / $height, ($left + $across) / $width, ($top + $down) / $height);
                $between = substr_count($kind, PlaneSureness::BETWEEN);
                $transform = $transforms[$kind] ??= $this->transform($kind, $picture->bits, $bits, $picture->alpha);
                [$read, $write] = [$source->at(($top * $width + $left) * $in), $target->at(($top * $width + $left) * $out)];
                if (0 === $between) {
                    $transform->lines($read, $write, $across, $down, $in * $width, $out * $width);
                    continue;
                }
                $planes[$kind] ??= $this->withPlanes($picture, $kind)->region();
                $pixels = $planes[$kind]->part($left, $top, $across, $down);
                $transform->lines($pixels->bytes, $write, $across, $down, intdiv($picture->bits, 8) * ($between + $picture->channels()) * $across, $out * $width);
            }
        }
    }

    /** The picture with the planes that are between before it, the last one first. */
    private function withPlanes(Pixels $picture, string $kind): VipsImage
    {
        $image = $picture->image();
        $bands = [];
        for ($number = \strlen($kind) - 1; $number >= 0; --$number) {
            if (PlaneSureness::BETWEEN === $kind[$number]) {
                $bands[] = $this->planes->image($number, $image, $picture->bits);
            }
        }
        $bands[] = $image;
        $first = array_shift($bands);

        return $first->join(...$bands);
    }

    /** What is done where some planes are 0 or 1: a part of the stack. */
    private function transform(string $kind, int $bits, int $outBits, bool $alpha): ColourTransform
    {
        $counts = $this->stack->counts();
        $length = 6 * $this->lattice->size ** 3;
        $layers = [];
        for ($layer = 0, $all = $this->stack->layers(); $layer < $all; ++$layer) {
            for ($number = 0, $rest = $layer, $belongs = true; $number < \strlen($kind); $rest = intdiv($rest, $counts[$number]), ++$number) {
                $sure = PlaneSureness::ALL === $kind[$number] ? $counts[$number] - 1 : 0;
                $belongs = $belongs && (PlaneSureness::BETWEEN === $kind[$number] || $rest % $counts[$number] === $sure);
            }
            if ($belongs) {
                $layers[] = $layer;
            }
        }
        $table = $this->table;
        if (\count($layers) < $all) {
            $table = new SharedBytes($length * \count($layers));
            foreach ($layers as $place => $layer) {
                $table->copy($place * $length, $this->table, $layer * $length, $length);
            }
        }
        $between = array_filter($counts, static fn (int $number): bool => PlaneSureness::BETWEEN === $kind[$number], \ARRAY_FILTER_USE_KEY);
        $size = $this->lattice->size;

        return LittleCms::parts($table, [...array_reverse(array_values($between)), $size, $size, $size], $bits, $outBits, $alpha);
    }

    private static function inMachineOrder(string $words, int $size): SharedBytes
    {
        $table = new SharedBytes(\strlen($words));
        $row = 3 * $size * $size;
        Vips::drawn($table, static fn (): VipsImage => VipsImage::over($words, $row, intdiv(\strlen($words), 2 * $row), 1, 16)->byteSwapped());

        return $table;
    }
}
