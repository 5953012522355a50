<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Moments;
use Tovrin\Core\Move\Anchored;
use Tovrin\Core\Move\ByProperty;
use Tovrin\Core\Move\Fitting;
use Tovrin\Core\Move\LinearTransport;
use Tovrin\Core\Move\LongLists;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Move\PotShares;
use Tovrin\Core\Move\Reference;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Tone\Smooth;

/**
 * Takes on the colours of another photo: as a whole, so that mean and covariance in OKLab become that photo's, or pot by pot,
 * each of this photo's colour families becoming like one of that photo's. What is known of the other photo is kept here.
 */
final readonly class Matching implements Anchored, Fitting, LongLists
{
    public const WAYS = ['whole', 'pots'];
    public const LIMIT = 3.0;
    /** The limit that new ones begin with. */
    private const GENTLE = 2.0;
    /** OKLCh chroma below which greys are held, and lightness below which black is; at least, and in parts of how far colours would go. */
    private const GREY = 0.04;
    private const GREY_PART = 0.75;
    private const BLACK = 0.25;
    private const SOFT = 0.06;

    /**
     * @param PhotoPots      $photo     this photo's pots
     * @param Moments        $moments   this photo's
     * @param list<int|null> $like      by pot: the pot of the reference it is to be like; null leaves it
     * @param Reference|null $reference null is at rest
     * @param string         $by        one of WAYS
     * @param float          $hue       0…100, as the next two: how far each goes
     * @param float          $limit     how many times colours may be spread or drawn together, 1…8
     * @param bool           $hold      whether greys stay grey and black stays black
     * @param list<bool|null> $takes    by pot: whether it takes part as a whole; null is what `like` says
     *
     * @throws \InvalidArgumentException when a pot is to be like one that is not there
     */
    public function __construct(
        public PhotoPots $photo,
        public Moments $moments,
        public array $like,
        public ?Reference $reference,
        public string $by = 'whole',
        public float $hue = 100.0,
        public float $saturation = 100.0,
        public float $lightness = 100.0,
        public float $limit = self::LIMIT,
        public bool $hold = false,
        public array $takes = [],
    ) {
        foreach ($like as $pot => $other) {
            if (null !== $other && null !== $reference && $other >= \count($reference->pots)) {
                throw new \InvalidArgumentException(\sprintf('pots[%d].like: %d is no pot of the reference; it has %d, counted from 0.', $pot, $other, \count($reference->pots)));
            }
        }
    }

    /** This photo like that one, its pots paired with the likest there. */
    public static function between(PhotoPots $photo, Moments $moments, Reference $reference): self
    {
        // What is all grey has no hue or saturation to give.
        $gives = $reference->isGrey() ? 0.0 : 100.0;

        return new self(
            $photo,
            $moments,
            $reference->paired($photo->middles, $photo->shares()),
            $reference,
            hue: $gives,
            saturation: $gives,
            limit: self::GENTLE,
            hold: true,
            takes: array_fill(0, $photo->count(), true),
        );
    }

    public static function id(): string
    {
        return 'match';
    }

    public static function title(): string
    {
        return 'Match';
    }

    public static function help(): string
    {
        return 'Matches the colours of this photo to another one: as a whole, or colour by colour.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Match', [
            'by' => Setting::choice('Match', 'The photo as a whole, or each of its colours with a colour of the other photo.', self::WAYS),
            'hue' => Setting::slider('Hue', 'How closely hue follows the other photo.', 0, 100, '%', 100),
            'saturation' => Setting::slider('Saturation', 'How closely saturation follows the other photo.', 0, 100, '%', 100),
            'lightness' => Setting::slider('Lightness', 'How closely lightness and contrast follow the other photo.', 0, 100, '%', 100),
            'limit' => Setting::slider('Stretch limit', 'How far colours may be spread apart. Lower keeps noise down.', 1, 8, '×', self::LIMIT),
            'hold' => Setting::flag('Protect greys and black', 'Greys stay grey, and black stays black.', false),
            'moments' => ['description' => 'Mean and covariance of the photo\'s own colours.', 'anyOf' => [Reference::momentsSetting(), ['type' => 'null']], 'default' => null],
            'reference' => ['description' => 'The photo it is to be like.', 'anyOf' => [Reference::setting(), ['type' => 'null']], 'default' => null],
        ] + PhotoPots::settings([
            'like' => ['description' => 'Which pot of the reference it is to be like, from 0; null leaves it as it is.', 'anyOf' => [['type' => 'integer', 'minimum' => 0, 'maximum' => PhotoPots::MOST - 1], ['type' => 'null']], 'default' => null],
            'takes' => ['description' => 'Whether it takes part where all colours are matched together; null is whether it is to be like another.', 'type' => ['boolean', 'null'], 'default' => null],
        ]));
    }

    public static function shortLists(): array
    {
        return PhotoPots::shortLists();
    }

    public static function fromParams(Params $params): self
    {
        $values = $params->all();
        /** @var array{moments?: array{mean: list<int|float>, covariance: list<int|float>}|null, reference?: array<string, mixed>|null, pots?: list<array{like?: int|null, takes?: bool|null}>} $values */
        if (isset($values['reference']) && !isset($values['moments'])) {
            throw new \InvalidArgumentException('moments: missing. A match needs mean and covariance of the photo\'s own colours.');
        }

        return new self(
            PhotoPots::read($values, $params->tables),
            Reference::readMoments($values['moments'] ?? ['mean' => [0.5, 0, 0], 'covariance' => [0.01, 0, 0, 0.001, 0, 0.001]]),
            array_map(static fn (array $pot): ?int => $pot['like'] ?? null, $values['pots'] ?? []),
            isset($values['reference']) ? Reference::read($values['reference']) : null,
            $params->choice('by', 'whole'),
            $params->number('hue', 100.0),
            $params->number('saturation', 100.0),
            $params->number('lightness', 100.0),
            $params->number('limit', self::LIMIT),
            $params->flag('hold'),
            array_map(static fn (array $pot): ?bool => $pot['takes'] ?? null, $values['pots'] ?? []),
        );
    }

    public function params(): array
    {
        if (null === $this->reference) {
            return [];
        }

        return Params::away(['by' => $this->by, 'hue' => $this->hue, 'saturation' => $this->saturation, 'lightness' => $this->lightness, 'limit' => $this->limit, 'hold' => $this->hold], self::paramsSchema())
            + ['moments' => Reference::momentsData($this->moments), 'reference' => $this->reference->data()]
            + $this->photo->data(array_map(static fn (?int $like, ?bool $takes): array => (null === $like ? [] : ['like' => $like]) + (null === $takes ? [] : ['takes' => $takes]), $this->like, array_pad($this->takes, \count($this->like), null)));
    }

    public static function space(): string
    {
        return OkLab::class;
    }

    public function isIdentity(): bool
    {
        return null === $this->reference || (0.0 === $this->hue && 0.0 === $this->saturation && 0.0 === $this->lightness) || ([] !== $this->like && [] === $this->matched());
    }

    /** The middles of the pots, then points that stand for the moments of the photo and of each pot. */
    public function anchors(): ColourBlock
    {
        $points = [...$this->photo->middles, ...$this->moments->points()];
        foreach (array_keys($this->photo->names) as $pot) {
            array_push($points, ...($this->photo->families?->moments($pot)->points() ?? []));
        }

        return ColourBlock::of(OkLab::class, $points);
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        return $this->applyTo($colours, $colours, $this->anchors(), $this->anchors());
    }

    public function applyTo(ColourBlock $colours, ColourBlock $read, ColourBlock $anchors, ColourBlock $anchorsRead): ColourBlock
    {
        if (null === $this->reference) {
            return $colours;
        }
        $matched = $this->matched();
        // All of the photo's pots, taken as a whole, is everything, what no pot holds included.
        if ('whole' === $this->by && \count($matched) === $this->photo->count()) {
            return $this->gone($colours, self::added($colours, [null], [LinearTransport::between($this->come($anchors, null), $this->reference->moments, $this->limit)]));
        }
        $middles = ColourBlock::of(OkLab::class, array_map($anchorsRead->at(...), array_keys($this->photo->names)));
        $shares = PotShares::of($this->photo, $matched, $read, $middles, self::SOFT);
        if ('whole' === $this->by) {
            $together = array_fill(0, $colours->count(), 0.0);
            foreach ($shares as $share) {
                foreach ($share as $i => $s) {
                    $together[$i] += $s;
                }
            }

            return $this->gone($colours, self::added($colours, [$together], [LinearTransport::between($this->come($anchors, null), $this->reference->moments, $this->limit)]));
        }
        $transports = [];
        foreach (array_keys($shares) as $pot) {
            $transports[] = LinearTransport::between($this->come($anchors, $pot), $this->reference->pots[$this->like[$pot] ?? 0]->moments, $this->limit);
        }

        return $this->gone($colours, self::added($colours, array_values($shares), $transports));
    }

    public function fitted(ColourBlock $colours): self
    {
        return new self($this->photo->adapted($colours), Moments::of($colours), $this->like, $this->reference, $this->by, $this->hue, $this->saturation, $this->lightness, $this->limit, $this->hold, $this->takes);
    }

    /** @return list<int> pots that take part, or are to be like another */
    private function matched(): array
    {
        $matched = [];
        foreach ($this->like as $pot => $like) {
            if ('whole' === $this->by ? $this->takes[$pot] ?? null !== $like : null !== $like) {
                $matched[] = $pot;
            }
        }

        return $matched;
    }

    /** Where the moments of the photo, or of a pot, have come to. */
    private function come(ColourBlock $anchors, ?int $pot): Moments
    {
        $first = $this->photo->count() + (null === $pot ? 0 : Moments::POINTS * (1 + $pot));

        return Moments::of(new ColourBlock(OkLab::class, \array_slice($anchors->a, $first, Moments::POINTS), \array_slice($anchors->b, $first, Moments::POINTS), \array_slice($anchors->c, $first, Moments::POINTS)));
    }

    private function gone(ColourBlock $from, ColourBlock $to): ColourBlock
    {
        $gone = ByProperty::go($from, $to, $this->hue / 100.0, $this->saturation / 100.0, $this->lightness / 100.0);

        return $this->hold ? self::held($from, $gone) : $gone;
    }

    /** With greys and black as they were, and a soft way from there to what has gone: a hot loop. */
    private static function held(ColourBlock $from, ColourBlock $to): ColourBlock
    {
        [$light, $green, $blue] = [$from->a, $from->b, $from->c];
        [$toLight, $toGreen, $toBlue] = [$to->a, $to->b, $to->c];
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $a = $toGreen[$i] - $green[$i];
            $b = $toBlue[$i] - $blue[$i];
            // The farther colours go, the wider the way: none that lie side by side are torn apart.
            $fade = self::GREY_PART * sqrt($a * $a + $b * $b);
            $fade = $fade > self::GREY ? $fade : self::GREY;
            $colour = sqrt($green[$i] * $green[$i] + $blue[$i] * $blue[$i]) / $fade;
            $dark = $light[$i] / self::BLACK;
            $dark = $dark < 1.0 ? Smooth::at($dark) : 1.0;
            $share = $dark * ($colour < 1.0 ? Smooth::at($colour) : 1.0);
            $light[$i] += $dark * ($toLight[$i] - $light[$i]);
            $green[$i] += $share * $a;
            $blue[$i] += $share * $b;
        }

        return new ColourBlock(OkLab::class, $light, $green, $blue);
    }

    /**
     * Each colour with what the maps make of it, by their shares: a hot loop.
     *
     * @param list<array<int, float>|null> $shares     null is all of it
     * @param list<LinearTransport> $transports as many
     */
    private static function added(ColourBlock $colours, array $shares, array $transports): ColourBlock
    {
        [$light, $green, $blue] = [$colours->a, $colours->b, $colours->c];
        [$toLight, $toGreen, $toBlue] = [$light, $green, $blue];
        $n = \count($light);
        foreach ($transports as $k => $transport) {
            [[$ll, $la, $lb], [$al, $aa, $ab], [$bl, $ba, $bb]] = $transport->matrix;
            [$fromL, $fromA, $fromB] = $transport->from;
            [$goL, $goA, $goB] = $transport->to;
            $share = $shares[$k];
            for ($i = 0; $i < $n; ++$i) {
                $s = null === $share ? 1.0 : $share[$i];
                if (0.0 === $s) {
                    continue;
                }
                $l = $light[$i] - $fromL;
                $a = $green[$i] - $fromA;
                $b = $blue[$i] - $fromB;
                $toLight[$i] += $s * ($goL + $ll * $l + $la * $a + $lb * $b - $light[$i]);
                $toGreen[$i] += $s * ($goA + $al * $l + $aa * $a + $ab * $b - $green[$i]);
                $toBlue[$i] += $s * ($goB + $bl * $l + $ba * $a + $bb * $b - $blue[$i]);
            }
        }

        return new ColourBlock(OkLab::class, $toLight, $toGreen, $toBlue);
    }
}
