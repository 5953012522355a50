<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Tone\Smooth;

/**
 * What there is to know of a photo before anything is chosen on it: a small picture of it, the tree that strokes grow along,
 * its colour model, and which node of the model's grid each pixel of the small picture is at.
 */
final readonly class Study
{
    private const FORM = 'tovrin-study-2';

    /** OKLab distance that a step is counted in. */
    private const STEP_UNIT = 0.001;
    /** Pixels to each side that steps are taken over: across an edge, and also across a slow gradient. */
    private const SCALES = [2, 6];
    /** A smaller step across a pixel is no gradient that anybody sees. */
    private const LEAST_GRADIENT = 0.002;
    /** A gradient goes on to both sides by this share of the step across a pixel: not at all; surely. */
    private const GOES_ON = [0.2, 0.6];

    /**
     * @param array<int, int> $at    by pixel: its node; −1 for none
     * @param string          $steps a byte for each pixel: the largest colour step across it, from what lies two pixels on one side of it
     *                               to what lies two on the other, in STEP_UNITs; 255 for more
     * @param string          $gradual a byte for each pixel: how surely it lies in a gradient, where colours go on changing to both sides as
     *                               they change across it, 0…255
     */
    private function __construct(public int $columns, public int $rows, public ColourModel $model, public Nodes $nodes, public array $at, public MinimumSpanningTree $tree, public string $steps, public string $gradual)
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

        $calm = $calm->in(OkLab::class);

        return new self($columns, intdiv($picture->count(), $columns), $model, $nodes, $nodes->nearest($lab->a, $lab->b, $lab->c), MinimumSpanningTree::of(Points::of($calm), $columns), ...self::gradients($calm, $columns));
    }

    /**
     * The steps across all pixels, and how surely each lies in a gradient: a hot loop.
     *
     * @param ColourBlock $lab OKLab, row by row
     *
     * @return array{0: string, 1: string}
     */
    private static function gradients(ColourBlock $lab, int $columns): array
    {
        [$l, $a, $b] = [$lab->a, $lab->b, $lab->c];
        $rows = intdiv($lab->count(), $columns);
        $steps = $gradual = '';
        for ($row = 0; $row < $rows; ++$row) {
            for ($column = 0; $column < $columns; ++$column) {
                $most = $sure = 0.0;
                foreach (self::SCALES as $scale) {
                    $widest = $goesOn = 0.0;
                    foreach ([[$row * $columns, 1, $column, $columns], [$column, $columns, $row, $rows]] as [$start, $stride, $at, $count]) {
                        $p = $start + $stride * ($at > $scale ? $at - $scale : 0);
                        $q = $start + $stride * ($at + $scale < $count ? $at + $scale : $count - 1);
                        [$dl, $da, $db] = [$l[$q] - $l[$p], $a[$q] - $a[$p], $b[$q] - $b[$p]];
                        $squared = $dl * $dl + $da * $da + $db * $db;
                        if ($squared > $widest) {
                            $widest = $squared;
                            $o = $start + $stride * ($at > 3 * $scale ? $at - 3 * $scale : 0);
                            $r = $start + $stride * ($at + 3 * $scale < $count ? $at + 3 * $scale : $count - 1);
                            $before = ($l[$p] - $l[$o]) * $dl + ($a[$p] - $a[$o]) * $da + ($b[$p] - $b[$o]) * $db;
                            $after = ($l[$r] - $l[$q]) * $dl + ($a[$r] - $a[$q]) * $da + ($b[$r] - $b[$q]) * $db;
                            $goesOn = min($before, $after) / max($squared, self::LEAST_GRADIENT ** 2);
                        }
                    }
                    $most = self::SCALES[0] === $scale ? $widest : $most;
                    $sure = max($sure, $goesOn);
                }
                $steps .= \chr(min(255, (int) (sqrt($most) / self::STEP_UNIT + 0.5)));
                $gradual .= \chr((int) (255.0 * Smooth::at(($sure - self::GOES_ON[0]) / (self::GOES_ON[1] - self::GOES_ON[0])) + 0.5));
            }
        }

        return [$steps, $gradual];
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

    /** The largest OKLab step across a pixel, as in $steps. */
    public function stepAcross(int $pixel): float
    {
        return self::STEP_UNIT * \ord($this->steps[$pixel]);
    }

    /** To be kept beside the photo. */
    public function toBytes(): string
    {
        $head = json_encode(['form' => self::FORM, 'columns' => $this->columns, 'rows' => $this->rows, 'nodes' => $this->nodes->count(), 'model' => ModelData::write($this->model)], \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION);

        return pack('V', \strlen($head)).$head.pack('V*', ...$this->nodes->keys).pack('l*', ...$this->at).pack('V*', ...$this->tree->order).pack('l*', ...$this->tree->parents).pack('g*', ...$this->tree->steps).$this->steps.$this->gradual;
    }

    /** @return self|null null when these are not the bytes of a study, or of another form of it */
    public static function fromBytes(string $bytes, Tables $tables = new Tables()): ?self
    {
        $length = \strlen($bytes) < 4 ? false : unpack('V', $bytes);
        $size = \is_array($length) && \is_int($length[1] ?? null) ? $length[1] : 0;
        $head = json_decode(substr($bytes, 4, $size), true);
        if (!\is_array($head) || self::FORM !== ($head['form'] ?? null)) {
            return null;
        }
        /** @var array{columns: int, rows: int, nodes: int, model: array<string, mixed>} $head */
        $n = $head['columns'] * $head['rows'];
        if (\strlen($bytes) !== 4 + $size + 4 * ($head['nodes'] + 4 * $n) + 2 * $n) {
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

        return new self($head['columns'], $head['rows'], ModelData::read($head['model'], $tables), Nodes::of($keys), $at, new MinimumSpanningTree($order, $parents, $steps), substr($bytes, $offset, $n), substr($bytes, $offset + $n));
    }
}
