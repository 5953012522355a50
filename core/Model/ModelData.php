<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Model\Table\Tables;

/** A colour model as plain lists of numbers, as it is kept and as it stands in a look file. */
final class ModelData
{
    /** Numbers of a component: share; mean of L, 2.5a, 2.5b; covariance xx, xy, xz, yy, yz, zz. */
    public const NUMBERS = 10;
    public const MOST_SCALES = 8;
    public const MOST_COMPONENTS = 200;
    public const LARGEST = 1000;

    /** @return array{grain: array{0: float, 1: float, 2: float}, scales: list<list<list<float>>>} */
    public static function write(ColourModel $model): array
    {
        return [
            'grain' => $model->grain,
            'scales' => array_map(static fn (Mixture $scale): array => array_map(static fn (Gaussian $one): array => [$one->share, ...$one->mean, ...$one->covariance], $scale->components), $model->scales),
        ];
    }

    /**
     * @param array<string, mixed> $data
     * @param Tables               $tables where what is worked out of it is kept
     *
     * @throws DamagedModel naming the place
     */
    public static function read(array $data, Tables $tables = new Tables()): ColourModel
    {
        $given = $data['scales'] ?? null;
        if (!\is_array($given) || !array_is_list($given) || \count($given) > self::MOST_SCALES) {
            throw new DamagedModel('scales', \sprintf('must be a list of 1 to %d scales.', self::MOST_SCALES));
        }
        $scales = [];
        foreach ($given as $s => $components) {
            if (!\is_array($components) || !array_is_list($components) || [] === $components || \count($components) > self::MOST_COMPONENTS) {
                throw new DamagedModel("scales[$s]", \sprintf('must be a list of 1 to %d components.', self::MOST_COMPONENTS));
            }
            $list = [];
            foreach ($components as $c => $component) {
                $n = self::numbers($component, "scales[$s][$c]");
                try {
                    $list[] = new Gaussian($n[0], [$n[1], $n[2], $n[3]], [$n[4], $n[5], $n[6], $n[7], $n[8], $n[9]]);
                } catch (\InvalidArgumentException $e) {
                    throw new DamagedModel("scales[$s][$c]", $e->getMessage());
                }
            }
            $scales[] = new Mixture($list);
        }
        if ([] === $scales) {
            throw new DamagedModel('scales', 'A colour model needs at least one scale.');
        }
        /** @var list<int|float> $grain */
        $grain = $data['grain'] ?? [0, 0, 0];

        return new ColourModel($scales, [(float) $grain[0], (float) $grain[1], (float) $grain[2]], $tables);
    }

    /**
     * @return array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float, 6: float, 7: float, 8: float, 9: float}
     *
     * @throws DamagedModel
     */
    private static function numbers(mixed $component, string $path): array
    {
        if (!\is_array($component) || !array_is_list($component) || self::NUMBERS !== \count($component)) {
            throw new DamagedModel($path, \sprintf('must be a list of %d numbers: share, mean, covariance.', self::NUMBERS));
        }
        $numbers = [];
        foreach ($component as $i => $number) {
            if ((!\is_int($number) && !\is_float($number)) || abs($number) > self::LARGEST) {
                throw new DamagedModel($path."[$i]", \sprintf('must be a number from -%1$d to %1$d.', self::LARGEST));
            }
            $numbers[] = (float) $number;
        }
        [$share, $x, $y, $z, $xx, $xy, $xz, $yy, $yz, $zz] = $numbers;

        return [$share, $x, $y, $z, $xx, $xy, $xz, $yy, $yz, $zz];
    }
}
