<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Tovrin\App\Api\Photos\PhotoView;

/** Small pictures of a set that were drawn lately. */
final readonly class DrawnView
{
    /**
     * @param list<PhotoView> $photos whose pictures are newer than was known
     * @param int             $until  what to ask with the next time
     * @param int             $behind photos of the set whose picture is still to be drawn
     */
    public function __construct(public array $photos, public int $until, public int $behind)
    {
    }
}
