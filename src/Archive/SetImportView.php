<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Tovrin\App\Entity\SetImport;

/** The archive of a set on its way in, and how far it is. */
final readonly class SetImportView
{
    /** Lines that are told. */
    private const TOLD = 200;

    /**
     * @param string       $name     of the archive
     * @param string       $state    receiving, waiting, paused, failed or done
     * @param int          $bytes    of the archive
     * @param int          $received of these, how many have come
     * @param int          $total    photos; 0 until the archive is read
     * @param int          $next     photos dealt with
     * @param int          $done     photos that are in the set now
     * @param list<string> $words    what was left out, and why
     * @param list<string> $awaited  names of photos whose grades wait for them
     */
    private function __construct(public int $id, public string $name, public string $state, public int $bytes, public int $received, public int $total, public int $next, public int $done, public ?string $error, public array $words, public array $awaited, public ?int $setId, public ?string $setName)
    {
    }

    /** @param list<string> $awaited */
    public static function of(SetImport $import, int $received, array $awaited): self
    {
        return new self($import->id(), $import->name(), $import->state(), $import->bytes(), $received, $import->total(), $import->next(), $import->done(), $import->error(), \array_slice($import->words(), 0, self::TOLD), \array_slice($awaited, 0, self::TOLD), $import->set()?->id(), $import->set()?->name());
    }
}
