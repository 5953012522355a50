<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Kind;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Lut;
use Tovrin\Core\Model\Table\CarriedData;
use Tovrin\Core\Move\CarriesData;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\Setting;

/**
 * A table that another program has made, as one move among others: colours are looked up in it in the encoding it was made for, between its
 * nodes by tetrahedral interpolation. The move names the table by its digest; the table itself is kept beside, or comes along as data.
 */
final readonly class Table implements MoveKind, CarriesData
{
    /** Of the table; empty for none. */
    public string $digest;

    /**
     * @param Lut|null $lut    null for none, and where it is only named: by readers that evaluate nothing
     * @param string   $name   what its file was called
     * @param string   $digest of a table that is only named
     */
    public function __construct(public ?Lut $lut, public string $name, public string $encoding, string $digest = '')
    {
        $this->digest = $lut->digest ?? $digest;
    }

    public static function id(): string
    {
        return 'table';
    }

    public static function title(): string
    {
        return 'Table';
    }

    public static function help(): string
    {
        return 'Applies a LUT made elsewhere: a .cube file or an ICC device link.';
    }

    public static function paramsSchema(): array
    {
        return Setting::group('Table', [
            'table' => ['description' => 'SHA-256 digest of the table, which is kept on the server; empty for none.', 'type' => 'string', 'pattern' => '^([0-9a-f]{64})?$', 'default' => ''],
            'data' => ['description' => 'The table itself, packed with zlib and written in base64, where a look is to carry it along.', 'type' => 'string', 'maxLength' => CarriedData::MOST, 'default' => ''],
            'name' => ['description' => 'What its file was called.', 'type' => 'string', 'maxLength' => 200, 'default' => ''],
            'encoding' => Setting::choice('Made for', 'The colour space that the table expects and gives. Most tables are made for sRGB.', array_map(static fn (string $class): string => $class::id(), Encodings::ALL)),
        ]);
    }

    public static function fromParams(Params $params): self
    {
        [$digest, $data] = [$params->choice('table', ''), $params->choice('data', '')];
        $lut = null;
        if ('' !== $data) {
            $lut = Lut::fromBytes(CarriedData::bytes($data, 40_000_000)) ?? throw new \InvalidArgumentException('The data of the table is damaged. Import the table anew.');
            $params->tables->keep($lut->digest, $lut, $lut->toBytes());
        } elseif ('' !== $digest) {
            $lut = $params->tables->kept($digest, Lut::fromBytes(...));
            if (null === $lut && $params->tables->keepsData()) {
                throw new \InvalidArgumentException(\sprintf('The table “%s” is not here. Import its file again.', '' === ($name = $params->choice('name', '')) ? substr($digest, 0, 12) : $name));
            }
        }

        return new self($lut, $params->choice('name', ''), $params->choice('encoding', StandardRgb::id()), $digest);
    }

    public function params(): array
    {
        return Params::away(['table' => $this->digest, 'name' => $this->name, 'encoding' => $this->encoding], self::paramsSchema());
    }

    public function data(): array
    {
        return CarriedData::member($this->lut?->toBytes());
    }

    public static function space(): string
    {
        return Srgb::class;
    }

    public function isIdentity(): bool
    {
        return null === $this->lut;
    }

    public function apply(ColourBlock $colours): ColourBlock
    {
        if (null === $this->lut) {
            return $colours;
        }
        if (StandardRgb::id() === $this->encoding) {
            return new ColourBlock(Srgb::class, ...$this->lut->apply($colours->a, $colours->b, $colours->c));
        }
        $encoding = Encodings::named($this->encoding);
        $own = $encoding->linear($colours->in(LinearSrgb::class));

        return $encoding->decode(...$this->lut->apply(...$encoding->encode($own->a, $own->b, $own->c)))->in(Srgb::class);
    }
}
