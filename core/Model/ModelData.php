<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/** A colour model as plain lists of numbers, as it is kept and as it stands in a look file. */
final class ModelData
{
    /** Numbers of a component: share; mean of L, 2.5a, 2.5b; covariance xx, xy, xz, yy, yz, zz. */
    public const NUMBERS = 10;

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
     *
     * @throws DamagedModel naming the place
     */
    public static function read(array $data): ColourModel
    {
        /** @var array{grain?: list<int|float>, scales: list<list<list<int|float>>>} $data */
        $scales = [];
        foreach ($data['scales'] as $s => $components) {
            $list = [];
            foreach ($components as $c => $n) {
                try {
                    $list[] = new Gaussian((float) $n[0], [(float) $n[1], (float) $n[2], (float) $n[3]], [(float) $n[4], (float) $n[5], (float) $n[6], (float) $n[7], (float) $n[8], (float) $n[9]]);
                } catch (\InvalidArgumentException $e) {
                    throw new DamagedModel("scales[$s][$c]", $e->getMessage());
                }
            }
            if ([] === $list) {
                throw new DamagedModel("scales[$s]", 'A scale needs at least one component.');
            }
            $scales[] = new Mixture($list);
        }
        if ([] === $scales) {
            throw new DamagedModel('scales', 'A colour model needs at least one scale.');
        }
        $grain = $data['grain'] ?? [0, 0, 0];

        return new ColourModel($scales, [(float) $grain[0], (float) $grain[1], (float) $grain[2]]);
    }
}
