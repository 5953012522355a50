<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Model\Moments;

/** What a match keeps of the photo it is to be like: it needs no more of it, so that the photo itself may go. */
final readonly class Reference
{
    /** Root mean square chroma below which a photo is grey. */
    private const GREY = 0.012;
    /** Differences at which two pots do not go together any more: lightness, OKLCh chroma, degrees of hue. */
    private const LIGHT = 0.6;
    private const CHROMA = 0.2;
    private const HUE = 45.0;
    /** Chroma below which a pot is a grey, and of what greys may differ by in a and b. */
    private const PALE = 0.035;
    /** What a pot's share of the picture counts: a factor of e is so much. */
    private const BY_SHARE = 0.05;

    /**
     * @param string             $name what it was called
     * @param list<ReferencePot> $pots its colour families, largest first
     */
    public function __construct(public string $name, public Moments $moments, public array $pots)
    {
    }

    public function isGrey(): bool
    {
        return $this->moments->chroma() < self::GREY;
    }

    /**
     * Which of its pots each of some colours goes with: greys with greys, colours with those of nearly their hue, the likest pairs first. A pot goes
     * with several colours only where it is as large as all of these together; what is left over goes with none.
     *
     * @param list<array{0: float, 1: float, 2: float}> $colours OKLab
     * @param list<float>                               $shares  of the picture that each of them has
     *
     * @return list<int|null>
     */
    public function paired(array $colours, array $shares): array
    {
        $pairs = [];
        foreach ($colours as $own => $colour) {
            foreach ($this->pots as $number => $pot) {
                $far = self::apart($colour, $pot->moments->mean);
                if ($far < 1.0) {
                    $pairs[] = [$far - self::BY_SHARE * log(max(1e-4, $pot->share)), $own, $number];
                }
            }
        }
        sort($pairs);
        $paired = array_fill(0, \count($colours), null);
        $taken = [];
        foreach ($pairs as [, $own, $number]) {
            $together = ($taken[$number] ?? 0.0) + ($shares[$own] ?? 0.0);
            if (null === $paired[$own] && (!isset($taken[$number]) || $together <= $this->pots[$number]->share)) {
                $paired[$own] = $number;
                $taken[$number] = $together;
            }
        }

        return $paired;
    }

    /**
     * How unlike two pots are; 1 and more for those that do not go together.
     *
     * @param array{0: float, 1: float, 2: float} $one   OKLab
     * @param array{0: float, 1: float, 2: float} $other
     */
    private static function apart(array $one, array $other): float
    {
        [$c, $d] = [hypot($one[1], $one[2]), hypot($other[1], $other[2])];
        $light = abs($one[0] - $other[0]) / self::LIGHT;
        if (min($c, $d) < self::PALE) {
            // A grey has no hue to be paired by.
            return hypot(hypot($one[1] - $other[1], $one[2] - $other[2]) / self::PALE, $light);
        }
        $turn = rad2deg(atan2($one[1] * $other[2] - $one[2] * $other[1], $one[1] * $other[1] + $one[2] * $other[2]));

        return hypot(hypot($turn / self::HUE, ($c - $d) / self::CHROMA), $light);
    }

    /** @return array<string, mixed> */
    public static function setting(): array
    {
        return Setting::group('MatchReference', [
            'name' => ['description' => 'What the photo was called.', 'type' => 'string', 'maxLength' => 200],
            'moments' => self::momentsSetting(),
            'pots' => ['description' => 'Its own colour families, largest first.', 'type' => 'array', 'maxItems' => PhotoPots::MOST, 'items' => Setting::group('', [
                'name' => ['description' => 'What it is called.', 'type' => 'string', 'maxLength' => 80],
                'share' => ['description' => 'Its share of the picture.', 'type' => 'number', 'minimum' => 0, 'maximum' => 1],
                'moments' => self::momentsSetting(),
            ]) + ['required' => ['name', 'share', 'moments']]],
        ]) + ['required' => ['name', 'moments', 'pots']];
    }

    /** @return array<string, mixed> */
    public static function momentsSetting(): array
    {
        $list = static fn (string $help, int $count): array => ['description' => $help, 'type' => 'array', 'minItems' => $count, 'maxItems' => $count, 'items' => ['type' => 'number', 'minimum' => -1, 'maximum' => 2]];

        return Setting::group('', ['mean' => $list('Mean L, a, b of OKLab.', 3), 'covariance' => $list('Covariance LL, La, Lb, aa, ab, bb.', 6)]) + ['required' => ['mean', 'covariance']];
    }

    /** @param array<string, mixed> $data as accepted by the schema */
    public static function read(array $data): self
    {
        /** @var array{name: string, moments: array{mean: list<int|float>, covariance: list<int|float>}, pots: list<array{name: string, share: int|float, moments: array{mean: list<int|float>, covariance: list<int|float>}}>} $data */
        return new self($data['name'], self::readMoments($data['moments']), array_map(static fn (array $pot): ReferencePot => new ReferencePot($pot['name'], (float) $pot['share'], self::readMoments($pot['moments'])), $data['pots']));
    }

    /** @param array{mean: list<int|float>, covariance: list<int|float>} $data */
    public static function readMoments(array $data): Moments
    {
        [$l, $a, $b] = array_map(static fn (int|float $v): float => (float) $v, $data['mean']);
        [$ll, $la, $lb, $aa, $ab, $bb] = array_map(static fn (int|float $v): float => (float) $v, $data['covariance']);

        return new Moments([$l, $a, $b], [$ll, $la, $lb, $aa, $ab, $bb]);
    }

    /** @return array{mean: list<float>, covariance: list<float>} */
    public static function momentsData(Moments $moments): array
    {
        $round = static fn (float $v): float => round($v, 8);

        return ['mean' => array_map($round, $moments->mean), 'covariance' => array_map($round, $moments->covariance)];
    }

    /** @return array<string, mixed> */
    public function data(): array
    {
        return ['name' => $this->name, 'moments' => self::momentsData($this->moments), 'pots' => array_map(static fn (ReferencePot $pot): array => ['name' => $pot->name, 'share' => $pot->share, 'moments' => self::momentsData($pot->moments)], $this->pots)];
    }
}
