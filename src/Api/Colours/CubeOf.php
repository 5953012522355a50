<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Colours;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Trouble;

/** A grade to be compiled. */
final readonly class CubeOf
{
    /** The browser never needs a finer cube than this. */
    public const MOST = 65;
    /** A draft, computed before everything else, may have no more. */
    public const DRAFT_MOST = 17;
    /** Nodes times moves, in all cubes of a stack: some four seconds. */
    private const WORK_MOST = 12_000_000;
    /** From here on it is for a screen on which nothing moves, and planes get as many levels as they need. */
    public const SETTLED = 33;

    /**
     * @param int         $lattice nodes along each axis
     * @param string|null $watch   id of the move whose reach weight goes into the fourth channel
     * @param int|null    $photo   number of the photo it is for: planes get as many levels as its colours need
     * @param string|null $check   what goes into the fourth channel instead: where this goes wrong, see FindingView; goes by the photo's noise
     */
    public function __construct(
        public Grade $look,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: Cube::MIN_SIZE, max: self::MOST)]
        public int $lattice,
        public ?string $watch = null,
        public ?int $photo = null,
        #[Assert\Choice(callback: [self::class, 'troubles'], message: 'there is no check of that name.')]
        public ?string $check = null,
    ) {
    }

    /** @return list<string> */
    public static function troubles(): array
    {
        return array_column(Trouble::cases(), 'value');
    }

    /** How many cubes of this size may be computed for it at once; 0 where one is too much. */
    public function cubesMost(): int
    {
        return intdiv(self::WORK_MOST, $this->lattice ** 3 * max(1, \count($this->look->moves)));
    }

    /** The most nodes along each axis that this grade can be had with. */
    public function latticeMost(): int
    {
        return (int) floor((self::WORK_MOST / max(1, \count($this->look->moves))) ** (1 / 3));
    }
}
