<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

use Tovrin\App\Request\MetadataKept;
use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Format\IccRgbProfile;

/**
 * Decodes one picture file into memory that processes share: in a process of its own, so that a hostile file takes down no
 * server and no worker.
 *
 * @phpstan-type Facts array{width: int, height: int, bits: int, alpha: bool, asFiled: bool, exif: ?string, xmp: ?string, iptc: ?string, colours: array<string, string|bool|null>, format: string, fileBits: int, notes: list<string>}
 */
final class Decoder
{
    /** What decoding may take besides the shared pixels; a picture that needs more is refused. */
    private const MEMORY_MOST = 700_000_000;
    private const FAIL_ON_TRUNCATED = 1;
    private const FAIL_ON_WARNING = 3;

    private readonly SharedBytes $reached;
    private readonly SharedBytes $memory;

    public function __construct(private readonly string $path, private readonly string $name, private readonly PictureFormat $format, private readonly ?int $side)
    {
        $this->memory = new SharedBytes(PictureFile::MAX_BYTES);
        $this->reached = new SharedBytes(1);
    }

    /** How far it is, 0…1; from any process. */
    public function share(): float
    {
        return \ord($this->reached->toString()) / 255;
    }

    /** Decodes; what it returns is for pixels(), in the process that asked. */
    public function decode(): string
    {
        MemoryLimit::set(self::MEMORY_MOST);
        try {
            try {
                // A JPEG that is only not quite in order is opened all the same, and that is said.
                return serialize($this->facts(PictureFormat::Jpeg === $this->format ? self::FAIL_ON_WARNING : self::FAIL_ON_TRUNCATED));
            } catch (VipsError $e) {
                if (PictureFormat::Jpeg !== $this->format) {
                    throw $e;
                }

                return serialize($this->facts(self::FAIL_ON_TRUNCATED, 'Its file is damaged inside: a part of the picture may be wrong.'));
            }
        } catch (VipsError $e) {
            throw Refusal::damaged($this->name, $this->path, $this->format, $e);
        }
    }

    public function pixels(string $told): Pixels
    {
        /** @var Facts $facts */
        $facts = unserialize($told, ['allowed_classes' => false]);
        $tag = SourceColours::tag($facts['colours']);
        $exif = null === $facts['exif'] ? null : Exif::read($facts['exif']);
        $origin = new Origin($facts['format'], $facts['fileBits'], (string) $facts['colours']['title'], $exif?->camera() ?? '', $exif?->takenAt(), $facts['notes']);
        $this->memory->cutTo($facts['width'] * $facts['height'] * ($facts['alpha'] ? 4 : 3) * intdiv($facts['bits'], 8));

        return new Pixels($facts['width'], $facts['height'], $facts['bits'], $facts['alpha'], $this->memory, (new Metadata($facts['exif'], $facts['xmp'], $facts['iptc']))->of(MetadataKept::All, $facts['width'], $facts['height'], $tag->isSrgb()), $tag, $facts['asFiled'], $origin);
    }

    /** @return Facts */
    private function facts(int $failOn, ?string $note = null): array
    {
        $source = SourceImage::open($this->path, $this->name, $this->format, $this->side, $failOn);
        [$image, $colours] = [$source->image, $source->colours];
        [$width, $height] = [Vips::number($image, 'width'), Vips::number($image, 'height')];
        $bits = null === $colours->converter ? $source->bits : 16;
        $size = $width * $height * ($source->alpha ? 4 : 3) * intdiv($bits, 8);
        if ($source->orientation > 1) {
            $flat = new SharedBytes($size);
            $this->fill($source, $flat);
            Vips::into($this->turned(Vips::over($flat->bytes(), $width, $height, $source->alpha ? 4 : 3, $bits), $source->orientation), $this->memory);
            [$width, $height] = $source->orientation > 4 ? [$height, $width] : [$width, $height];
            unset($flat);
        } else {
            $this->fill($source, $this->memory);
        }
        $converted = null !== $colours->converter;
        $plain = 8 === $bits && !$source->alpha && 1 === max(1, $source->orientation) && !$source->wasGrey && !$converted && null === $this->side;

        return [
            'width' => $width, 'height' => $height, 'bits' => $bits, 'alpha' => $source->alpha,
            'asFiled' => $plain && \in_array($this->format, [PictureFormat::Jpeg, PictureFormat::Png], true) && SourceColours::tag($colours->toArray())->isSrgb(),
            'exif' => $source->metadata->exif, 'xmp' => $source->metadata->xmp, 'iptc' => $source->metadata->iptc,
            'colours' => $colours->toArray(), 'format' => $source->title, 'fileBits' => $source->bits,
            'notes' => array_values(array_filter([...$source->notes, $colours->note, $note])),
        ];
    }

    /** Decodes strip by strip, converting on the way where that is needed. */
    private function fill(SourceImage $source, SharedBytes $into): void
    {
        [$width, $height] = [Vips::number($source->image, 'width'), Vips::number($source->image, 'height')];
        $profile = $source->colours->converter;
        $convert = null === $profile ? null : LittleCms::converter($profile, $source->colours->space, $source->bits, $source->alpha, IccRgbProfile::write(Encodings::named((string) $source->colours->named)));
        if (null === $convert && Vips::isAtOnce($source->image)) {
            Vips::into($source->image, $into);

            return;
        }
        $offset = 0;
        Vips::strips($source->image, function (\FFI\CData $strip, int $bytes, int $top) use ($into, $convert, $source, $width, $height, &$offset): void {
            if (null === $convert) {
                \FFI::memcpy($into->at($offset), $strip, max(0, $bytes));
            } else {
                $pixels = $width * intdiv($bytes, max(1, $width * Vips::number($source->image, 'bands') * intdiv($source->bits, 8)));
                $convert($strip, $into->at($offset), $pixels);
                $bytes = $pixels * ($source->alpha ? 8 : 6);
            }
            $offset += $bytes;
            $this->reached->put(0, \chr((int) (255 * $top / $height)));
        });
    }

    private function turned(\FFI\CData $image, int $orientation): \FFI\CData
    {
        Vips::setNumber($image, 'orientation', $orientation);

        return Vips::run('autorot', [$image, Vips::OUT]);
    }
}
