<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Model\Table\Tables;

/** Inside an ellipse, which may be turned. */
final readonly class Ellipse implements Shape
{
    public const FEATHER = 0.05;
    private const LEAST = 0.002;

    /**
     * @param array{float, float} $centre in shares of width and height
     * @param array{float, float} $radii  half its width and half its height before it is turned, in shares of the picture's
     * @param float               $turn   degrees, clockwise as seen
     * @param float               $feather width of the soft edge at its narrower sides
     *
     * @throws \InvalidArgumentException when it lies beside the picture
     */
    public function __construct(public array $centre, public array $radii, public float $turn = 0.0, public float $feather = self::FEATHER)
    {
        $reach = max($radii) + $feather;
        foreach ($centre as $at) {
            Shapes::onPhoto(self::id(), $at - $reach, $at + $reach);
        }
    }

    public static function id(): string
    {
        return 'ellipse';
    }

    public static function title(): string
    {
        return 'Ellipse';
    }

    public static function help(): string
    {
        return 'Everything inside an ellipse.';
    }

    public static function properties(): array
    {
        $radii = Shapes::place('Radii', 'Half its width and half its height before it is turned, in shares of the picture\'s.');
        $radii['items'] = ['type' => 'number', 'minimum' => self::LEAST, 'maximum' => 3];

        return [
            'centre' => Shapes::place('Centre', 'Its middle, in shares of width and height.'),
            'radii' => $radii,
            'turn' => ['x-title' => 'Turn', 'description' => 'How far it is turned clockwise.', 'type' => 'number', 'minimum' => -180, 'maximum' => 180, 'default' => 0, 'x-unit' => '°'],
            'feather' => Shapes::feather(self::FEATHER),
        ];
    }

    public static function required(): array
    {
        return ['centre', 'radii'];
    }

    public static function fromData(array $data, Tables $tables): self
    {
        return new self(Shapes::pair($data, 'centre'), Shapes::pair($data, 'radii'), Shapes::number($data, 'turn', 0.0), Shapes::number($data, 'feather', self::FEATHER));
    }

    public function data(): array
    {
        return ['centre' => $this->centre, 'radii' => $this->radii, 'turn' => $this->turn, 'feather' => $this->feather];
    }

    public function distances(Frame $frame, array $x, array $y): array
    {
        [[$middleX, $middleY], [$wide, $high]] = $frame->measured([$this->centre, $this->radii]);
        $turn = $this->turn * \M_PI / 180.0;
        $alongX = cos($turn);
        $alongY = sin($turn);
        // Scaled by the narrower side, the share of the way to the outline is never more than the distance.
        $narrow = min($wide, $high);
        $distances = [];
        foreach ($x as $i => $across) {
            $right = $across - $middleX;
            $down = $y[$i] - $middleY;
            $u = ($right * $alongX + $down * $alongY) / $wide;
            $v = ($down * $alongX - $right * $alongY) / $high;
            $distances[] = $narrow * (sqrt($u * $u + $v * $v) - 1.0);
        }

        return $distances;
    }

    public function places(): int
    {
        return 1;
    }

    public function edge(Frame $frame): float
    {
        return $this->feather;
    }
}
