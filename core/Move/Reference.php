<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Model\Moments;

/** What a match keeps of the photo it is to be like: it needs no more of it, so that the photo itself may go. */
final readonly class Reference
{
    /** Root mean square chroma below which a photo is grey. */
    private const GREY = 0.012;
    /** A difference in lightness counts so much beside one in a and b when pots are paired. */
    private const LIGHT = 0.35;
    /** Pots further apart than this are not paired. */
    private const FAR = 0.16;
    /** What a pot's share of the picture counts: a factor of e is so far. */
    private const BY_SHARE = 0.008;

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
     * The pot that a colour is likest to, the larger one of two that are about as like.
     *
     * @param array{0: float, 1: float, 2: float} $colour OKLab
     *
     * @return int|null null when none is near
     */
    public function likest(array $colour): ?int
    {
        $best = null;
        $least = \INF;
        foreach ($this->pots as $number => $pot) {
            [$l, $a, $b] = $pot->moments->mean;
            $far = sqrt((self::LIGHT * ($l - $colour[0])) ** 2 + ($a - $colour[1]) ** 2 + ($b - $colour[2]) ** 2);
            $cost = $far - self::BY_SHARE * log(max(1e-4, $pot->share));
            if ($far < self::FAR && $cost < $least) {
                [$best, $least] = [$number, $cost];
            }
        }

        return $best;
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
