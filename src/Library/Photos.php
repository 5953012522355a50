<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Repository\Sets;

/** Sets and photos by number, or a problem that says that they are gone. */
final readonly class Photos
{
    /** Of something in the place of a number, for requests. */
    public const NO_NUMBER = 'is no whole number.';

    public function __construct(private Sets $sets)
    {
    }

    public function photo(int $id): Photo
    {
        return $this->sets->photo($id) ?? throw NotFound::of('photo');
    }

    public function set(int $id): PhotoSet
    {
        return $this->sets->set($id) ?? throw NotFound::of('set');
    }
}
