<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Versions;

use Tovrin\App\Entity\GradeVersion;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** A kept state of a photo's grade. */
final readonly class VersionView implements \JsonSerializable
{
    /** @param string $madeAt date and time */
    private function __construct(public int $id, public int $photoId, public string $name, public Grade $look, public string $madeAt)
    {
    }

    public static function of(GradeVersion $version): self
    {
        return new self($version->id(), $version->photo()->id(), $version->name(), LookJson::read($version->look()), $version->madeAt()->format(\DATE_ATOM));
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['id' => $this->id, 'photoId' => $this->photoId, 'name' => $this->name, 'look' => LookWriter::data($this->look), 'madeAt' => $this->madeAt];
    }
}
