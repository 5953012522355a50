<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Model\Nodes;
use Tovrin\Core\Model\Responsibilities;
use Tovrin\Core\Model\Table\NodeWeights;
use Tovrin\Core\Model\Table\WeightTable;

/**
 * Tables of learned reaches.
 *
 * What was learned is worked out once on the nodes near the photo's colours, and kept by itself, since tighter–broader and
 * softer–firmer only read it in another way.
 */
final class LearnedTables
{
    /** Spares working out anew what the one who taught it knows of the nodes. */
    public static function know(Learned $reach, NodeWeights $field): void
    {
        $reach->model->tables->know($reach->key(), $field, $field->toBytes());
    }

    /**
     * The weight of each colour.
     *
     * @param ColourBlock $lab OKLab
     *
     * @return list<float> 0…1
     */
    public static function weights(Learned $reach, ColourBlock $lab): array
    {
        return $reach->model->tables->weights(hash('xxh128', $reach->key().pack('e2', $reach->broader, $reach->soft)), static fn (): WeightTable => self::field($reach)->table($reach->ramp(...), $reach->over(), $reach->gradual()), $lab);
    }

    /** @param Responsibilities $responsibilities of the nodes, by the reach's model */
    public static function nodeWeights(Learned $reach, Nodes $nodes, Responsibilities $responsibilities): NodeWeights
    {
        $coarser = array_fill(0, $reach->model->count() - \count($reach->gradients), 0.0);
        $wider = $responsibilities->sum([...$coarser, ...array_column($reach->gradients, 0)], 0.0);
        $firm = $responsibilities->sum([...$coarser, ...array_column($reach->gradients, 1)], 0.0);

        return new NodeWeights($nodes, $responsibilities->sum($reach->weights, $reach->level), $responsibilities->mass, $wider, $firm);
    }

    /** What a reach makes of the nodes near its photo's colours. */
    private static function field(Learned $reach): NodeWeights
    {
        return $reach->model->tables->known($reach->key(), static fn (string $bytes): ?NodeWeights => '' === $bytes ? null : NodeWeights::fromBytes($bytes, $reach->model->nodes()), static function () use ($reach): NodeWeights {
            $nodes = $reach->model->nodes();
            $responsibilities = Responsibilities::kept($reach->model, $nodes);

            return self::nodeWeights($reach, $nodes, $responsibilities);
        }, static fn (NodeWeights $field): string => $field->toBytes());
    }
}
