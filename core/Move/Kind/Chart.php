<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Move\Chart\ChartCorrection;
use Tovrin\Core\Move\Chart\ChartPatch;
use Tovrin\Core\Move\Chart\ChartReference;
use Tovrin\Core\Move\Chart\ChartTerms;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * Makes colours right by a chart of known patches in the picture: exposure and a neutral curve from its greys, then a matrix or a root polynomial
 * in linear light. What was found stands in the settings, patch by patch; see Chart\ChartFit.
 */
final readonly class Chart implements MoveKind
{
    private const CURVES = ['red', 'green', 'blue'];

    /**
     * @param ChartCorrection|null                       $correction null until a chart is read
     * @param list<ChartPatch>                           $patches    it was fitted to
     * @param list<array{0: float, 1: float}>            $corners    of the chart in the photo it was read from, clockwise from the first patch: shares of width and height
     */
    public function __construct(public ?ChartCorrection $correction, public array $patches, public array $corners, public int $columns, public string $name, public ChartTerms $terms)
    {
    }

    public static function id(): string
    {
        return 'chart';
    }

    public static function title(): string
    {
        return 'Chart';
    }

    public static function help(): string
    {
        return 'Makes colours right by a chart of known colours in the picture.';
    }

    public static function paramsSchema(): array
    {
        $numbers = static fn (int $count): array => ['type' => 'array', 'minItems' => $count, 'maxItems' => $count, 'items' => ['type' => 'number', 'minimum' => -200, 'maximum' => 200]];
        $points = static fn (string $channel): array => ['description' => "What the greys say of $channel: points of a curve in linear light, beside black; in the look it rises both ways.", 'type' => 'array', 'maxItems' => 64, 'default' => [], 'items' => $numbers(2)];

        return Setting::group('Chart', [
            'name' => ['description' => 'What the chart is called.', 'type' => 'string', 'maxLength' => 200, 'default' => ''],
            'method' => Setting::choice('Method', 'A matrix is steady. A root polynomial follows cameras that differ more from the eye, and needs a chart with many patches.', array_column(ChartTerms::cases(), 'value')),
            'columns' => ['description' => 'Columns of the chart.', 'type' => 'integer', 'minimum' => 0, 'maximum' => ChartReference::PATCHES_MOST, 'default' => 0],
            'corners' => ['description' => 'Corners of the chart in the photo it was read from, clockwise from its first patch, as shares of width and height.', 'type' => 'array', 'maxItems' => 4, 'default' => [], 'items' => $numbers(2)],
            'patches' => ['description' => 'What was read: linear sRGB as the photo has it, and CIE Lab under D50 as it should be.', 'type' => 'array', 'maxItems' => ChartReference::PATCHES_MOST, 'default' => [], 'items' => [
                'title' => 'ChartPatch', 'type' => 'object', 'additionalProperties' => false, 'required' => ['name', 'measured', 'lab'],
                'properties' => ['name' => ['type' => 'string', 'maxLength' => 40], 'measured' => $numbers(3), 'lab' => $numbers(3), 'used' => ['description' => 'Not where it is clipped or covered.', 'type' => 'boolean', 'default' => true]],
            ]],
            ...array_combine(self::CURVES, array_map($points, self::CURVES)),
            'coefficients' => ['description' => 'Of red, green and blue, for red, green, blue and, with a root polynomial, the roots of red × green, green × blue and red × blue.', 'type' => 'array', 'maxItems' => 18, 'default' => [], 'items' => ['type' => 'number', 'minimum' => -100, 'maximum' => 100]],
        ]);
    }

    public static function fromParams(Params $params): self
    {
        $all = $params->all();
        $terms = ChartTerms::from($params->choice('method', ChartTerms::Matrix->value));
        /** @var list<int|float> $coefficients */
        $coefficients = $all['coefficients'] ?? [];
        /** @var list<array{name: string, measured: array{0: int|float, 1: int|float, 2: int|float}, lab: array{0: int|float, 1: int|float, 2: int|float}, used?: bool}> $patches */
        $patches = $all['patches'] ?? [];
        $three = static fn (array $values): array => array_map(static fn (mixed $value): float => is_numeric($value) ? (float) $value : 0.0, $values);
        $correction = [] === $coefficients ? null : new ChartCorrection(array_map($params->points(...), self::CURVES), $terms, array_map(static fn (int|float $one): float => (float) $one, $coefficients));

        return new self(
            $correction,
            array_map(static function (array $patch) use ($three): ChartPatch {
                /** @var array{0: float, 1: float, 2: float} $measured */
                $measured = $three($patch['measured']);
                /** @var array{0: float, 1: float, 2: float} $lab */
                $lab = $three($patch['lab']);

                return new ChartPatch($patch['name'], $measured, $lab, $patch['used'] ?? true);
            }, $patches),
            $params->points('corners'),
            (int) $params->number('columns'),
            $params->choice('name', ''),
            $terms,
        );
    }

    public function params(): array
    {
        $curves = array_combine(self::CURVES, $this->correction->curves ?? [[], [], []]);

        return Params::away([
            'name' => $this->name,
            'method' => $this->terms->value,
            'columns' => $this->columns,
            'corners' => $this->corners,
            'patches' => array_map(static fn (ChartPatch $patch): array => ['name' => $patch->name, 'measured' => $patch->measured, 'lab' => $patch->lab] + ($patch->used ? [] : ['used' => false]), $this->patches),
            ...$curves,
            'coefficients' => $this->correction->coefficients ?? [],
        ], self::paramsSchema());
    }

    public static function space(): string
    {
        return LinearSrgb::class;
    }

    public function isIdentity(): bool
    {
        return null === $this->correction;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        return $this->correction?->apply($colours) ?? $colours;
    }
}
