<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** What carrying over does, or did, to one photo. */
final readonly class CarriedView
{
    /**
     * @param int          $revision of its grade before, for a preview; afterwards of the one it has now
     * @param list<float>  $reached  share of the picture that each carried move reaches there, 0 to 1
     * @param list<string> $warnings in whole sentences
     */
    public function __construct(public int $photoId, public string $name, public int $revision, public array $reached, public array $warnings)
    {
    }
}
