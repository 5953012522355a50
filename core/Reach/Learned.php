<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\DamagedModel;
use Tovrin\Core\Model\ModelData;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Tone\Smooth;

/**
 * Colours like those that were marked on a photo, among its own: each component of its colour model has a weight, and a
 * colour is reached as the components that hold it say. 0 for what nobody marked and nothing marked resembles, 1 in the core
 * of what is wanted, no steeper than the photo's grain asks for, and 0 where a colour is unlike everything in the photo.
 */
final readonly class Learned implements ReachKind
{
    /** As soft as a reach is to begin with. */
    public const SOFT = 0.6;
    /** Around components: what these and all others speak for, and the level of a colour that none does. */
    private const WITHIN = 1.6;
    private const OUTSIDE = -0.8;
    private const LEVEL = -0.4;
    /** What tighter–broader at its ends moves the level by. */
    private const BREADTH = 0.38;
    /** A window made broader by this factor is one read from the middle to the end of tighter–broader. */
    private const WHOLE_WAY = 4.0;
    /** Half the width of the ramp at softness 0, and what full softness adds. */
    private const FIRMEST = 0.04;
    private const SOFTNESS = 0.34;
    /** OKLab distances over which a weight rises from 0 to 1: at softness 0; as it is to begin with, by the photo's grain; at 1. */
    private const OVER_FIRM = 0.01;
    private const OVER_GRAINS = 5.0;
    private const OVER_LEAST = 0.015;
    private const OVER_MOST = 0.04;
    private const OVER_SOFT = 0.06;

    /**
     * @param ColourModel                                       $model   of the photo it was learned on, or adapted to another one
     * @param list<float>                                       $weights of its components, all scales in order
     * @param float                                             $level   of a colour that no component speaks for
     * @param float                                             $broader −1 (tightest) … 1 (broadest); 0 is as learned
     * @param float                                             $soft    0 (firm) … 1 (soft)
     * @param list<Stroke>                                      $strokes it was learned from, on the photo named
     * @param string                                            $photo   names the photo the strokes lie on; '' for none
     * @param array{level: float, weights: list<float>}|null $before  what was known before the strokes
     * @param list<array{0: float, 1: float}>                   $gradients for each component of the finest scale: the OKLab distance over which a weight may rise
     *                                                                     from 0 to 1 among its colours, where that is wider than elsewhere; and 1 when they are to
     *                                                                     be reached in full there nevertheless, −1 when not at all. [] for none
     *
     * @throws \InvalidArgumentException when there are not as many weights as components
     */
    public function __construct(
        public ColourModel $model,
        public array $weights,
        public float $level,
        public float $broader = 0.0,
        public float $soft = self::SOFT,
        public array $strokes = [],
        public string $photo = '',
        public ?array $before = null,
        public array $gradients = [],
    ) {
        foreach ([$weights, $before['weights'] ?? $weights] as $list) {
            if (\count($list) !== $model->count()) {
                throw new \InvalidArgumentException(\sprintf('There are %d weights for %d components.', \count($list), $model->count()));
            }
        }
        $finest = $model->scales[\count($model->scales) - 1]->count();
        if (!\in_array(\count($gradients), [0, $finest], true)) {
            throw new \InvalidArgumentException(\sprintf('There are %d gradients for %d components of the finest scale.', \count($gradients), $finest));
        }
    }

    /**
     * What some components hold, and no others of their scale.
     *
     * @param int       $scale      of the model
     * @param list<int> $components of that
     */
    public static function around(ColourModel $model, int $scale, array $components): self
    {
        $weights = [];
        foreach ($model->scales as $number => $mixture) {
            for ($component = 0; $component < $mixture->count(); ++$component) {
                $weights[] = $number !== $scale ? 0.0 : (\in_array($component, $components, true) ? self::WITHIN : self::OUTSIDE);
            }
        }

        return new self($model, $weights, self::LEVEL);
    }

    /** The same read tighter or broader, softer or firmer. */
    public function tuned(float $broader, float $soft): self
    {
        return new self($this->model, $this->weights, $this->level, $broader, $soft, $this->strokes, $this->photo, $this->before, $this->gradients);
    }

    /** The same with its strokes on a photo under another name: one that was brought in again, say. */
    public function named(string $photo): self
    {
        return new self($this->model, $this->weights, $this->level, $this->broader, $this->soft, $this->strokes, $photo, $this->before, $this->gradients);
    }

    /**
     * The same thing on another photo: the components follow it there, their weights stay. Its strokes lie on the old photo,
     * so that what they taught becomes what is known before any on the new one. What was learned on the very photo needs no
     * fitting, and would only lose its strokes by it.
     */
    public function adapted(\Closure $points, string $photo): self
    {
        if ('' !== $photo && $photo === $this->photo) {
            return $this;
        }

        return new self($this->model->adapted($points()), $this->weights, $this->level, $this->broader, $this->soft, [], $photo, ['level' => $this->level, 'weights' => $this->weights], $this->gradients);
    }

    /** Broader or tighter: read so, up to its ends. */
    public function scaled(float $factor): self
    {
        return $this->tuned(max(-1.0, min(1.0, $this->broader + log($factor, self::WHOLE_WAY))), $this->soft);
    }

    /** What the components make of a colour, as a weight before it is made gentle. */
    public function ramp(float $sum): float
    {
        return Smooth::at(0.5 + ($sum + self::BREADTH * $this->broader) / (2.0 * (self::FIRMEST + self::SOFTNESS * $this->soft)));
    }

    /** OKLab distance over which a weight may rise from 0 to 1: wider than the photo's noise, or as soft as is asked for. */
    public function over(): float
    {
        $grain = sqrt($this->model->grain[0] ** 2 + $this->model->grain[1] ** 2 + $this->model->grain[2] ** 2);
        $usual = max(self::OVER_LEAST, min(self::OVER_MOST, self::OVER_GRAINS * $grain));

        return $this->soft < self::SOFT
            ? self::OVER_FIRM + ($usual - self::OVER_FIRM) * $this->soft / self::SOFT
            : $usual + (self::OVER_SOFT - $usual) * ($this->soft - self::SOFT) / (1.0 - self::SOFT);
    }

    /** How much of the wider distances in gradients counts: a firmer edge is firmer there too. */
    public function gradual(): float
    {
        return min(1.0, $this->soft / self::SOFT);
    }

    public function weights(Colours $colours): array
    {
        return LearnedTables::weights($this, $colours->lab());
    }

    /** Names what was learned, apart from how it is read: the same for the same numbers. */
    public function key(): string
    {
        return hash('xxh128', pack('e*', $this->level, ...$this->weights, ...array_merge(...$this->gradients), ...$this->model->numbers()));
    }

    public static function members(): array
    {
        return ['learned' => ['anyOf' => [['$ref' => '#/$defs/learned'], ['type' => 'null']]]];
    }

    public static function definitions(): array
    {
        $number = static fn (string $text, float $min, float $max): array => ['description' => $text, 'type' => 'number', 'minimum' => $min, 'maximum' => $max];
        $list = static fn (string $text, array $items, int $least, int $most): array => ['description' => $text, 'type' => 'array', 'minItems' => $least, 'maxItems' => $most, 'items' => $items];
        $plain = ['type' => 'number', 'minimum' => -1.0 * ModelData::LARGEST, 'maximum' => 1.0 * ModelData::LARGEST];
        $share = ['type' => 'number', 'minimum' => -1.0, 'maximum' => 2.0];

        return [
            'stroke' => ['title' => 'KeptStroke', 'description' => 'What was marked on the photo.', 'properties' => [
                'as' => ['description' => 'To move, or to stay put.', 'type' => 'string', 'enum' => ['wanted', 'held']],
                'shape' => ['description' => 'A click, the way of the pointer, two opposite corners, or several clicks.', 'type' => 'string', 'enum' => array_column(StrokeShape::cases(), 'value')],
                'points' => $list('Shares of the photo\'s width and height.', $list('x, y', $share, 2, 2), 1, Stroke::MOST_POINTS),
                'colour' => ['description' => 'Mean colour under it.', 'type' => 'string', 'pattern' => '^#[0-9a-fA-F]{6}$'],
            ], 'required' => ['as', 'shape', 'points', 'colour']],
            'before' => ['title' => 'KnownBefore', 'description' => 'What was known before the strokes.', 'properties' => [
                'level' => $number('As in what was learned.', -10, 10),
                'weights' => $list('As in what was learned.', $plain, 1, 400),
            ], 'required' => ['level', 'weights']],
            'learned' => ['title' => 'LearnedReach', 'description' => 'Colours like those that were marked on a photo.', 'properties' => [
                'level' => $number('Of a colour that no component speaks for.', -10, 10),
                'broader' => $number('Tighter (below 0) or broader (above 0) than learned.', -1, 1) + ['default' => 0.0],
                'soft' => $number('How soft its edge is.', 0, 1) + ['default' => self::SOFT],
                'grain' => $list('Standard deviation of the photo\'s noise in L, a and b of OKLab.', ['type' => 'number', 'minimum' => 0.0, 'maximum' => 0.5], 3, 3),
                'scales' => $list('The photo\'s colours as mixtures of Gaussians in L, 2.5a, 2.5b of OKLab, from a few broad components to many narrow ones.', $list('A component each: its share; mean; covariance xx, xy, xz, yy, yz, zz.', $list('Ten numbers.', $plain, ModelData::NUMBERS, ModelData::NUMBERS), 1, ModelData::MOST_COMPONENTS), 1, ModelData::MOST_SCALES),
                'weights' => $list('How much each component speaks for being reached, all scales in order.', $plain, 1, 400),
                'strokes' => ['default' => []] + $list('The strokes it was learned from.', ['$ref' => '#/$defs/stroke'], 0, 200),
                'photo' => ['description' => 'Names the photo the strokes lie on.', 'type' => 'string', 'maxLength' => 64, 'default' => ''],
                'gradients' => ['default' => []] + $list('How gradually a weight changes where the photo passes gradually from one colour to another.', $list('For a component of the finest scale: the OKLab distance from a weight of 0 to one of 1, or 0 for as fast as the grain allows; and how firmly its colours are reached nevertheless (above 0) or not (below 0).', ['type' => 'number', 'minimum' => -1.0, 'maximum' => 1.0], 2, 2), 0, ModelData::MOST_COMPONENTS),
                'before' => ['default' => null, 'anyOf' => [['$ref' => '#/$defs/before'], ['type' => 'null']]],
            ], 'required' => ['level', 'scales', 'weights']],
        ];
    }

    public static function fromData(array $reach, Tables $tables): ?self
    {
        /** @var array{learned?: array{level: float, broader?: float, soft?: float, grain?: list<float>, scales: list<list<list<float>>>, weights: list<int|float>, strokes?: list<array{as: string, shape: string, points: non-empty-list<array{0: float, 1: float}>, colour: string}>, photo?: string, before?: array{level: float, weights: list<int|float>}|null, gradients?: list<array{0: int|float, 1: int|float}>}|null} $reach */
        $data = $reach['learned'] ?? null;
        if (null === $data) {
            return null;
        }
        try {
            $before = $data['before'] ?? null;

            return new self(
                ModelData::read($data, $tables),
                self::floats($data['weights']),
                (float) $data['level'],
                (float) ($data['broader'] ?? 0),
                (float) ($data['soft'] ?? self::SOFT),
                array_map(static fn (array $s): Stroke => new Stroke('wanted' === $s['as'], StrokeShape::from($s['shape']), array_map(static fn (array $p): array => [(float) $p[0], (float) $p[1]], $s['points']), $s['colour']), $data['strokes'] ?? []),
                $data['photo'] ?? '',
                null === $before ? null : ['level' => (float) $before['level'], 'weights' => self::floats($before['weights'])],
                array_map(static fn (array $one): array => [(float) $one[0], (float) $one[1]], $data['gradients'] ?? []),
            );
        } catch (DamagedModel $e) {
            throw new UnreadableReach('learned.'.$e->path, $e->getMessage());
        } catch (\InvalidArgumentException $e) {
            throw new UnreadableReach('learned.weights', $e->getMessage());
        }
    }

    public static function shortened(\stdClass $reach): \stdClass
    {
        $learned = $reach->learned ?? null;
        if (!$learned instanceof \stdClass || !\is_array($learned->scales ?? null) || [] === $learned->scales) {
            return $reach;
        }
        $learned = clone $learned;
        $learned->scales = [[array_fill(0, ModelData::NUMBERS, 0)]];
        $short = clone $reach;
        $short->learned = $learned;

        return $short;
    }

    /**
     * @param list<int|float> $numbers
     *
     * @return list<float>
     */
    private static function floats(array $numbers): array
    {
        return array_map(static fn (int|float $v): float => (float) $v, $numbers);
    }

    public function data(): array
    {
        return ['learned' => [
            'level' => $this->level,
            'broader' => $this->broader,
            'soft' => $this->soft,
            ...ModelData::write($this->model),
            'weights' => $this->weights,
            'strokes' => array_map(static fn (Stroke $s): array => ['as' => $s->wanted ? 'wanted' : 'held', 'shape' => $s->shape->value, 'points' => $s->points, 'colour' => $s->colour], $this->strokes),
            'photo' => $this->photo,
            'before' => $this->before,
            'gradients' => $this->gradients,
        ]];
    }
}
