<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Model\DamagedModel;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Model\ModelData;
use Tovrin\Core\Model\Points;
use Tovrin\Core\Model\Table\Tables;

/**
 * The pots of a photo as a move holds on to them, so that it needs no photo to be computed: their families, and for each a name
 * and its middle. What a move does with a pot stands beside these, in the same entry.
 */
final readonly class PhotoPots
{
    public const MOST = 24;

    /**
     * @param list<string>                                 $names
     * @param list<array{0: float, 1: float, 2: float}> $middles OKLab
     */
    private function __construct(public ?Families $families, public array $names, public array $middles)
    {
    }

    /** @param list<string> $names by family */
    public static function of(Families $families, array $names): self
    {
        return new self($families, $names, self::rounded(array_map($families->middle(...), array_keys($families->groups))));
    }

    /**
     * Settings that hold them.
     *
     * @param array<string, array<string, mixed>> $more what else there is in the entry of a pot
     *
     * @return array<string, array<string, mixed>>
     */
    public static function settings(array $more): array
    {
        $number = ['type' => 'number', 'minimum' => -1 * ModelData::LARGEST, 'maximum' => ModelData::LARGEST];

        return [
            'grain' => ['description' => 'Standard deviation of the photo\'s noise in L, a and b of OKLab.', 'type' => 'array', 'minItems' => 3, 'maxItems' => 3, 'default' => [0.0, 0.0, 0.0], 'items' => ['type' => 'number', 'minimum' => 0, 'maximum' => 0.5]],
            'components' => ['description' => 'The photo\'s colours as a mixture of Gaussians in L, 2.5a, 2.5b of OKLab. A component each: its share; mean; covariance xx, xy, xz, yy, yz, zz.', 'type' => 'array', 'maxItems' => ModelData::MOST_COMPONENTS, 'default' => [], 'items' => ['type' => 'array', 'minItems' => ModelData::NUMBERS, 'maxItems' => ModelData::NUMBERS, 'items' => $number]],
            'pots' => ['description' => 'The photo\'s own colour families.', 'type' => 'array', 'maxItems' => self::MOST, 'default' => [], 'items' => Setting::group('', [
                'name' => ['description' => 'What it is called.', 'type' => 'string', 'maxLength' => 80],
                'components' => ['description' => 'Which components are in it, from 0.', 'type' => 'array', 'minItems' => 1, 'maxItems' => ModelData::MOST_COMPONENTS, 'items' => ['type' => 'integer', 'minimum' => 0, 'maximum' => ModelData::MOST_COMPONENTS - 1]],
                'middle' => self::colourSetting('Its own colour on the photo.'),
            ] + $more) + ['required' => ['name', 'components', 'middle']]],
        ];
    }

    /**
     * A colour in OKLCh; it may lie outside of what a screen can show.
     *
     * @return array<string, mixed>
     */
    public static function colourSetting(string $help): array
    {
        return ['description' => $help] + Setting::group('', [
            'lightness' => ['description' => 'OKLCh lightness.', 'type' => 'number', 'minimum' => 0, 'maximum' => 1],
            'chroma' => ['description' => 'OKLCh chroma.', 'type' => 'number', 'minimum' => 0, 'maximum' => 0.5],
            'hue' => ['description' => 'OKLCh hue in degrees.', 'type' => 'number', 'minimum' => -360, 'maximum' => 720],
        ]) + ['required' => ['lightness', 'chroma', 'hue']];
    }

    /** @return array<string, list<mixed>> see LongLists */
    public static function shortLists(): array
    {
        return ['components' => [array_fill(0, ModelData::NUMBERS, 0)]];
    }

    /**
     * @param array<mixed> $values the settings of a move, as accepted by the schema
     *
     * @throws \InvalidArgumentException naming what makes no sense
     */
    public static function read(array $values, Tables $tables): self
    {
        /** @var array{grain?: list<int|float>, components?: list<mixed>, pots?: list<array{name: string, components: list<int>, middle: array{lightness: int|float, chroma: int|float, hue: int|float}}>} $values */
        $pots = $values['pots'] ?? [];
        if ([] === $pots) {
            return self::none();
        }
        try {
            $model = ModelData::read(['grain' => $values['grain'] ?? [0, 0, 0], 'scales' => [$values['components'] ?? []]], $tables);
        } catch (DamagedModel $e) {
            throw new \InvalidArgumentException(preg_replace('/^scales\[0\]/', 'components', $e->path).': '.$e->getMessage(), 0, $e);
        }
        try {
            $families = new Families($model, array_column($pots, 'components'));
        } catch (\InvalidArgumentException $e) {
            throw new \InvalidArgumentException('pots: '.$e->getMessage(), 0, $e);
        }

        return new self($families, array_column($pots, 'name'), array_map(static fn (array $pot): array => self::lab($pot['middle']), $pots));
    }

    /**
     * Their settings; what the move does with each pot is added to its entry.
     *
     * @param list<array<string, mixed>> $more by pot
     *
     * @return array<string, mixed>
     */
    public function data(array $more): array
    {
        if (null === $this->families) {
            return [];
        }
        $model = ModelData::write($this->families->model);
        $pots = [];
        foreach ($this->families->groups as $k => $components) {
            $pots[] = ['name' => $this->names[$k], 'components' => $components, 'middle' => self::colour($this->middles[$k])] + ($more[$k] ?? []);
        }

        return ['grain' => $model['grain'], 'components' => $model['scales'][0], 'pots' => $pots];
    }

    public static function none(): self
    {
        return new self(null, [], []);
    }

    public function count(): int
    {
        return \count($this->names);
    }

    /** @return list<float> of the picture, by pot */
    public function shares(): array
    {
        return null === $this->families ? [] : array_map($this->families->share(...), array_keys($this->families->groups));
    }

    public function middles(): ColourBlock
    {
        return ColourBlock::of(OkLab::class, $this->middles);
    }

    /** The same families on another photo. */
    public function adapted(ColourBlock $colours): self
    {
        return null === $this->families ? $this : self::of($this->families->adapted(Points::of($colours)), $this->names);
    }

    /**
     * @param array{lightness: int|float, chroma: int|float, hue: int|float} $colour OKLCh
     *
     * @return array{0: float, 1: float, 2: float} OKLab
     */
    public static function lab(array $colour): array
    {
        return ColourBlock::one(OkLch::class, (float) $colour['lightness'], (float) $colour['chroma'], (float) $colour['hue'])->in(OkLab::class)->at(0);
    }

    /**
     * @param array{0: float, 1: float, 2: float} $lab OKLab
     *
     * @return array{lightness: float, chroma: float, hue: float} OKLCh, as it is written into files
     */
    public static function colour(array $lab): array
    {
        [$light, $chroma, $hue] = ColourBlock::of(OkLab::class, [$lab])->in(OkLch::class)->at(0);

        return ['lightness' => round($light, 5), 'chroma' => round($chroma, 5), 'hue' => round($hue, 3)];
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $middles OKLab
     *
     * @return list<array{0: float, 1: float, 2: float}> as they will be read again
     */
    private static function rounded(array $middles): array
    {
        return array_map(static fn (array $middle): array => self::lab(self::colour($middle)), $middles);
    }
}
