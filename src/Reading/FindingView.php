<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** Something that goes wrong with a photo's colours in a grade, and one way out. */
final readonly class FindingView implements \JsonSerializable
{
    /**
     * @param string      $trouble what it is, by name: `torn`, `noise`, `gamut`, `red-full`, `blue-empty` and so on
     * @param string      $words   the same in words
     * @param float       $share   of the photo, 0 to 1
     * @param float       $x       where it shows most, in shares of width and height
     * @param string      $colour  `#rrggbb` of the photo there
     * @param string      $move    id of the move that does most of it
     * @param string|null $way     what helps, as a button says it; null where nothing was found that does
     * @param float|null  $left    share of the photo that shows it after that
     * @param Grade|null  $look    the whole grade with that done
     */
    public function __construct(public string $trouble, public string $words, public float $share, public float $x, public float $y, public string $colour, public string $move, public ?string $way, public ?float $left, public ?Grade $look)
    {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'trouble' => $this->trouble, 'words' => $this->words, 'share' => $this->share, 'x' => $this->x, 'y' => $this->y, 'colour' => $this->colour, 'move' => $this->move,
            'way' => $this->way, 'left' => $this->left, 'look' => null === $this->look ? null : LookWriter::data($this->look),
        ];
    }
}
