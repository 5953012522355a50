<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Tovrin\App\Entity\PhotoOrder;

/** What set.json says, once it is checked. */
final readonly class SetHead
{
    /**
     * @param string|null                               $startingLook as a look file; null for none
     * @param list<ListedPhoto>                         $photos       in the order they were imported
     * @param list<array{look: string, group: string}> $looks        of one's own, as look files
     * @param list<string>                              $data         digests
     */
    private function __construct(public string $name, public PhotoOrder $sorted, public ?string $startingLook, public array $photos, public array $looks, public array $data)
    {
    }

    public static function of(\stdClass $checked): self
    {
        /** @var \stdClass&object{name: string, sorted?: string, startingLook?: \stdClass|null, photos: list<\stdClass>, looks?: list<\stdClass&object{look: \stdClass, group?: string}>, data?: list<string>} $checked */
        return new self(
            $checked->name,
            PhotoOrder::from($checked->sorted ?? PhotoOrder::Arrival->value),
            isset($checked->startingLook) ? self::look($checked->startingLook) : null,
            array_map(ListedPhoto::of(...), $checked->photos),
            array_map(static fn (\stdClass $own): array => ['look' => self::look($own->look), 'group' => $own->group ?? ''], $checked->looks ?? []),
            $checked->data ?? [],
        );
    }

    private static function look(\stdClass $look): string
    {
        return json_encode($look, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION);
    }
}
