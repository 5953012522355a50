<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Grade\Grade;

/** A grade to be compiled. */
final readonly class CubeOf
{
    /** The browser never needs a finer cube than this. */
    public const MOST = 65;
    /** From here on it is for a screen on which nothing moves, and planes get as many levels as they need. */
    public const SETTLED = 33;

    /**
     * @param int         $lattice nodes along each axis
     * @param string|null $watch   id of the move whose reach weight goes into the fourth channel
     * @param int|null    $photo   number of the photo it is for: planes get as many levels as its colours need
     */
    public function __construct(
        public Grade $look,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: Cube::MIN_SIZE, max: self::MOST)]
        public int $lattice,
        public ?string $watch = null,
        public ?int $photo = null,
    ) {
    }
}
