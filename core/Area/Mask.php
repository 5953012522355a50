<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Model\Table\CarriedData;
use Tovrin\Core\Model\Table\Tables;

/**
 * A grey picture made elsewhere: white lets a move through, black does not. It lies over the whole photo. Areas name it by its
 * digest; the picture itself is kept beside, or comes along as data.
 */
final readonly class Mask implements Shape
{
    /** Its soft edges are as wide as what is drawn with a point for each of its pixels. */
    private const EDGE = 16;

    /** Of its picture; empty for none. */
    public string $digest;

    /**
     * @param MaskPicture|null $picture null where it is only named: by readers that draw nothing
     * @param string           $name    what its file was called
     * @param string           $digest  of a picture that is only named
     */
    public function __construct(public ?MaskPicture $picture, public string $name, string $digest = '')
    {
        $this->digest = $picture->digest ?? $digest;
    }

    public static function id(): string
    {
        return 'mask';
    }

    public static function title(): string
    {
        return 'Mask';
    }

    public static function help(): string
    {
        return 'A grey picture from a file: white is inside, black outside.';
    }

    public static function properties(): array
    {
        return [
            'mask' => ['description' => 'SHA-256 digest of the picture, which is kept on the server.', 'type' => 'string', 'pattern' => '^[0-9a-f]{64}$'],
            'data' => ['description' => 'The picture itself, packed with zlib and written in base64, where a look is to carry it along.', 'type' => 'string', 'maxLength' => CarriedData::MOST, 'default' => ''],
            'name' => ['description' => 'What its file was called.', 'type' => 'string', 'maxLength' => 200, 'default' => ''],
        ];
    }

    public static function required(): array
    {
        return ['mask'];
    }

    public static function fromData(array $data, Tables $tables): self
    {
        /** @var array{mask: string, data?: string, name?: string} $data */
        $name = $data['name'] ?? '';
        if ('' !== ($data['data'] ?? '')) {
            $picture = MaskPicture::fromBytes(CarriedData::bytes($data['data'], MaskPicture::BYTES_MOST)) ?? throw new \InvalidArgumentException('The data of the mask is damaged. Import the mask anew.');
            $tables->keep($picture->digest, $picture, $picture->toBytes());

            return new self($picture, $name);
        }
        $picture = $tables->kept($data['mask'], MaskPicture::fromBytes(...));
        if (null === $picture && $tables->keepsData()) {
            throw new \InvalidArgumentException(\sprintf('The mask “%s” is not here. Import its file again.', '' === $name ? substr($data['mask'], 0, 12) : $name));
        }

        return new self($picture, $name, $data['mask']);
    }

    public function data(): array
    {
        return ['mask' => $this->digest] + ('' === $this->name ? [] : ['name' => $this->name]);
    }

    /** @return array<string, string> the member that lets a look carry it along; none where there is nothing, or too much */
    public function pixels(): array
    {
        return CarriedData::member($this->picture?->toBytes());
    }

    public function distances(Frame $frame, array $x, array $y): array
    {
        if (null === $this->picture) {
            return array_map(static fn (): float => \INF, $x);
        }
        $edge = $this->edge($frame);
        // Farther from any edge than this, it is one flat tone.
        $flat = $edge / 2.0 + MaskPicture::BLOCK / max($this->picture->width, $this->picture->height);
        $distances = [];
        foreach ($this->picture->at($frame, $x, $y) as $i => $value) {
            // What the soft edge of a shape makes a weight of, 3t² − 2t³, the other way round.
            $distances[$i] = $value <= -1.0 ? $flat : ($value >= 2.0 ? -$flat : $edge * sin(asin(1.0 - 2.0 * $value) / 3.0));
        }

        return $distances;
    }

    public function places(): int
    {
        return 1;
    }

    public function edge(Frame $frame): float
    {
        // Half a pixel less than the side, so that rounding up does not make it a point more.
        return null === $this->picture ? 1.0 : self::EDGE / (max($this->picture->width, $this->picture->height) - 0.5);
    }
}
