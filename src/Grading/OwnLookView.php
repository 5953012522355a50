<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\App\Entity\OwnLook;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** A look of the user's own. */
final readonly class OwnLookView implements \JsonSerializable
{
    /** @param string $group what it is listed under; may be empty */
    private function __construct(public int $id, public string $group, public Grade $look, public string $fileUrl)
    {
    }

    public static function of(OwnLook $own): self
    {
        return new self($own->id(), $own->group(), LookJson::read($own->look()), '/api/looks/'.$own->id().'/file');
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['id' => $this->id, 'group' => $this->group, 'look' => LookWriter::data($this->look), 'fileUrl' => $this->fileUrl];
    }
}
