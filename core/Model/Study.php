<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;

/**
 * What there is to know of a photo before anything is chosen on it: a small picture of it, the tree that strokes grow along,
 * its colour model, and which node of the model's grid each pixel of the small picture is at.
 */
final readonly class Study
{
    private const FORM = 'tovrin-study-1';

    /** @param array<int, int> $at by pixel: its node; −1 for none */
    private function __construct(public int $columns, public int $rows, public ColourModel $model, public Nodes $nodes, public array $at, public GrowthTree $tree)
    {
    }

    /**
     * @param ColourBlock $picture row by row, $columns wide: a sample of the photo each, the worst of its noise averaged out
     * @param ColourBlock $calm    of the same size: means of what lies around each sample, for strokes to grow along
     * @param ColourModel $model   of these colours
     */
    public static function of(ColourBlock $picture, ColourBlock $calm, int $columns, ColourModel $model): self
    {
        if (0 === $picture->count() || 0 !== $picture->count() % $columns || $calm->count() !== $picture->count()) {
            throw new \InvalidArgumentException('The picture of a study has whole rows, and at least one.');
        }
        $nodes = $model->nodes();
        $lab = $picture->in(OkLab::class);

        return new self($columns, intdiv($picture->count(), $columns), $model, $nodes, $nodes->nearest($lab->a, $lab->b, $lab->c), GrowthTree::of(Points::of($calm), $columns));
    }

    /** The photo's colours, as far as its nodes tell them apart. */
    public function points(): Points
    {
        $nodes = $this->nodes->points();
        $x = $y = $z = [];
        foreach ($this->at as $node) {
            if ($node >= 0) {
                $x[] = $nodes->x[$node];
                $y[] = $nodes->y[$node];
                $z[] = $nodes->z[$node];
            }
        }

        return new Points($x, $y, $z);
    }

    /** The colours at its nodes. */
    public function colours(): Colours
    {
        $points = $this->nodes->points();
        $scaled = static fn (float $v): float => $v / Points::CHROMA_SCALE;

        return new Colours(new ColourBlock(OkLab::class, $points->x, array_map($scaled, $points->y), array_map($scaled, $points->z)));
    }

    public function count(): int
    {
        return $this->columns * $this->rows;
    }

    /** The pixel at a place of the photo, in shares of its width and height; null beside it. */
    public function pixel(float $x, float $y): ?int
    {
        if ($x < 0.0 || $y < 0.0 || $x > 1.0 || $y > 1.0) {
            return null;
        }

        return min($this->rows - 1, (int) ($y * $this->rows)) * $this->columns + min($this->columns - 1, (int) ($x * $this->columns));
    }

    /** The largest OKLab step across a pixel: from what lies two pixels on one side of it to what lies two on the other. */
    public function stepAcross(int $pixel): float
    {
        [$column, $row] = [$pixel % $this->columns, intdiv($pixel, $this->columns)];
        $at = fn (int $c, int $r): int => $this->at[max(0, min($this->rows - 1, $r)) * $this->columns + max(0, min($this->columns - 1, $c))];
        $most = 0.0;
        foreach ([[$at($column - 2, $row), $at($column + 2, $row)], [$at($column, $row - 2), $at($column, $row + 2)]] as [$one, $other]) {
            if ($one >= 0 && $other >= 0) {
                $most = max($most, Nodes::distance($this->nodes->keys[$one], $this->nodes->keys[$other]));
            }
        }

        return $most;
    }

    /** To be kept beside the photo. */
    public function toBytes(): string
    {
        $head = json_encode(['form' => self::FORM, 'columns' => $this->columns, 'rows' => $this->rows, 'nodes' => $this->nodes->count(), 'model' => ModelData::write($this->model)], \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION);

        return pack('V', \strlen($head)).$head.pack('V*', ...$this->nodes->keys).pack('l*', ...$this->at).pack('V*', ...$this->tree->order).pack('l*', ...$this->tree->parents).pack('g*', ...$this->tree->steps);
    }

    /** @return self|null null when these are not the bytes of a study, or of another form of it */
    public static function fromBytes(string $bytes): ?self
    {
        $length = \strlen($bytes) < 4 ? false : unpack('V', $bytes);
        $size = \is_array($length) && \is_int($length[1] ?? null) ? $length[1] : 0;
        $head = json_decode(substr($bytes, 4, $size), true);
        if (!\is_array($head) || self::FORM !== ($head['form'] ?? null)) {
            return null;
        }
        /** @var array{columns: int, rows: int, nodes: int, model: array<string, mixed>} $head */
        $n = $head['columns'] * $head['rows'];
        if (\strlen($bytes) !== 4 + $size + 4 * ($head['nodes'] + 4 * $n)) {
            return null;
        }
        $offset = 4 + $size;
        $take = static function (string $code, int $count) use ($bytes, &$offset): array {
            $values = unpack($code.$count, $bytes, $offset);
            $offset += 4 * $count;

            return array_values(\is_array($values) ? $values : []);
        };
        /** @var list<int> $keys */
        $keys = $take('V', $head['nodes']);
        /** @var list<int> $at */
        $at = $take('l', $n);
        /** @var list<int> $order */
        $order = $take('V', $n);
        /** @var list<int> $parents */
        $parents = $take('l', $n);
        /** @var list<float> $steps */
        $steps = $take('g', $n);

        return new self($head['columns'], $head['rows'], ModelData::read($head['model']), Nodes::of($keys), $at, new GrowthTree($order, $parents, $steps));
    }
}
