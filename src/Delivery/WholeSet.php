<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

/** Which set is to be exported as one archive, as a job keeps it. */
final readonly class WholeSet
{
    /** @param bool $photos whether the photos' own files go in */
    public function __construct(public int $set, public bool $photos)
    {
    }

    public function json(): string
    {
        return json_encode(['set' => $this->set, 'photos' => $this->photos], \JSON_THROW_ON_ERROR);
    }

    public static function read(string $json): self
    {
        /** @var array{set: int, photos: bool} $kept */
        $kept = json_decode($json, true, 4, \JSON_THROW_ON_ERROR);

        return new self($kept['set'], $kept['photos']);
    }
}
