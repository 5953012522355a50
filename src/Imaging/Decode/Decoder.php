<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\Apply\ColourCount;
use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\Metadata\Exif;
use Tovrin\App\Imaging\Metadata\Metadata;
use Tovrin\App\Imaging\Metadata\MetadataKept;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\Native\ProcessLimit;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\VipsError;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Native\VipsMessages;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Format\IccRgbProfile;

/**
 * Decodes one picture file into memory that processes share: in a process of its own, so that a hostile file takes down no
 * server and no worker.
 *
 * @phpstan-type Facts array{width: int, height: int, bits: int, alpha: bool, asFiled: bool, exif: ?string, xmp: ?string, iptc: ?string, colours: array<string, string|bool|null>, format: string, fileBits: int, notes: list<string>, bins: ?string, camera: ?string}
 */
final class Decoder
{
    /** What decoding may take besides the shared pixels; a picture that needs more is refused. */
    private const MEMORY_MOST = 700_000_000;
    /** A mosaic is held, four channels of it, and the result. */
    private const RAW_MEMORY_MOST = 1_000_000_000;
    /** Of computing; the largest pictures that are taken need some ten. */
    private const SECONDS_MOST = 180;
    private const DAMAGED = 'The file is damaged: part of the picture may be wrong.';
    private const FAIL_ON_TRUNCATED = 1;
    private const FAIL_ON_WARNING = 3;

    /** Pixels from which on counting while decoding is worth a process. */
    private const COUNTED_LEAST = 4_000_000;
    /** Bytes of two whole numbers: rows decoded, and rows in all. */
    private const NUMBER = 8;

    private readonly SharedBytes $reached;
    private readonly SharedBytes $memory;

    public function __construct(private readonly string $path, private readonly string $name, private readonly PictureFormat $format, private readonly ?int $side, private readonly bool $counted)
    {
        $this->memory = new SharedBytes(PictureFile::MAX_BYTES);
        $this->reached = new SharedBytes(self::NUMBER);
    }

    /** How far it is, 0…1; from any process. */
    public function share(): float
    {
        return $this->rows() / max(1, self::read($this->reached->toString(4)));
    }

    /** Decodes; what it returns is for pixels(), in the process that asked. */
    public function decode(): string
    {
        ProcessLimit::computing(self::SECONDS_MOST);
        if (PictureFormat::Raw === $this->format) {
            ProcessLimit::memory(self::RAW_MEMORY_MOST);

            return serialize($this->rawFacts());
        }
        ProcessLimit::memory(self::MEMORY_MOST);
        try {
            try {
                // A JPEG that is only not quite in order is opened all the same, and that is said.
                return serialize($this->facts(PictureFormat::Jpeg === $this->format ? self::FAIL_ON_WARNING : self::FAIL_ON_TRUNCATED));
            } catch (VipsError $e) {
                if (PictureFormat::Jpeg !== $this->format) {
                    throw $e;
                }

                return serialize($this->facts(self::FAIL_ON_TRUNCATED, self::DAMAGED));
            }
        } catch (VipsError $e) {
            throw Refusal::damaged($this->name, $e);
        }
    }

    public function pixels(string $told): Pixels
    {
        /** @var Facts $facts */
        $facts = unserialize($told, ['allowed_classes' => false]);
        $tag = SourceColours::tag($facts['colours']);
        $exif = null === $facts['exif'] ? null : Exif::read($facts['exif']);
        $origin = new Origin($facts['format'], $facts['fileBits'], (string) $facts['colours']['title'], $facts['camera'] ?? $exif?->camera() ?? '', $exif?->takenAt(), $facts['notes']);
        $this->memory->cutTo($facts['width'] * $facts['height'] * ($facts['alpha'] ? 4 : 3) * intdiv($facts['bits'], 8));

        return new Pixels($facts['width'], $facts['height'], $facts['bits'], $facts['alpha'], $this->memory, (new Metadata($facts['exif'], $facts['xmp'], $facts['iptc']))->of(MetadataKept::All, $facts['width'], $facts['height'], $tag->isSrgb()), $tag, $facts['asFiled'], $origin, $facts['bins']);
    }

    /** @return Facts */
    private function facts(int $failOn, ?string $note = null): array
    {
        VipsMessages::clear();
        $source = SourceImage::open($this->path, $this->name, $this->format, $this->side, $failOn);
        [$image, $colours] = [$source->image, $source->colours];
        [$width, $height] = [$image->width(), $image->height()];
        $bits = null === $colours->converter ? $source->bits : 16;
        $size = $width * $height * ($source->alpha ? 4 : 3) * intdiv($bits, 8);
        if ($source->orientation > 1) {
            $flat = new SharedBytes($size);
            $this->fill($source, $flat);
            $flat = VipsImage::over($flat, $width, $height, $source->alpha ? 4 : 3, $bits);
            $flat->setNumber('orientation', $source->orientation);
            $flat->upright()->into($this->memory);
            [$width, $height] = $source->orientation > 4 ? [$height, $width] : [$width, $height];
            unset($flat);
        } else {
            // Counted while it is decoded: the second processor has nothing else to do then.
            $count = $this->counted && null === $colours->converter && $width * $height > self::COUNTED_LEAST ? new ForkedTask($this->counting($width, $height, $bits, $source->alpha)) : null;
            $this->fill($source, $this->memory, null !== $count);
        }
        $converted = null !== $colours->converter;
        if (PictureFormat::Jpeg === $this->format && VipsMessages::haveWarnings()) {
            // At its very end the decoder goes on whatever it was told.
            $note = self::DAMAGED;
        }
        $plain = 8 === $bits && !$source->alpha && 1 === max(1, $source->orientation) && !$source->wasGrey && !$converted && null === $this->side;

        return [
            'width' => $width, 'height' => $height, 'bits' => $bits, 'alpha' => $source->alpha,
            'asFiled' => $plain && \in_array($this->format, [PictureFormat::Jpeg, PictureFormat::Png], true) && SourceColours::tag($colours->toArray())->isSrgb(),
            'exif' => $source->metadata->exif, 'xmp' => $source->metadata->xmp, 'iptc' => $source->metadata->iptc,
            'colours' => $colours->toArray(), 'format' => $source->title, 'fileBits' => $source->bits,
            'bins' => isset($count) ? $count->result() : null,
            'camera' => null,
            'notes' => array_values(array_filter([...$source->notes, $colours->note, $note])),
        ];
    }

    /** @return Facts */
    private function rawFacts(): array
    {
        $raw = RawFile::rendered($this->path, $this->name);
        $raw->into($this->memory);

        return [
            'width' => $raw->width, 'height' => $raw->height, 'bits' => 16, 'alpha' => false, 'asFiled' => false,
            'exif' => Exif::ofTiff($this->path)?->bytes, 'xmp' => null, 'iptc' => null,
            'colours' => SourceColours::ofRaw()->toArray(), 'format' => $this->format->title(), 'fileBits' => 16, 'bins' => null, 'camera' => $raw->camera,
            'notes' => ['Raw data of a camera: developed plainly, with the camera’s white balance, in ROMM RGB.'],
        ];
    }

    /** Decodes strip by strip, converting on the way where that is needed. */
    private function fill(SourceImage $source, SharedBytes $into, bool $followed = false): void
    {
        [$width, $height] = [$source->image->width(), $source->image->height()];
        $profile = $source->colours->converter;
        $convert = null === $profile ? null : LittleCms::converter($profile, $source->colours->space, $source->bits, $source->alpha, IccRgbProfile::write(Encodings::named((string) $source->colours->named)));
        if (!$followed && null === $convert && $source->image->isAtOnce()) {
            $source->image->into($into);

            return;
        }
        $offset = 0;
        $read = max(1, $width * $source->image->bands() * intdiv($source->bits, 8));
        foreach ($source->image->strips() as $top => $strip) {
            $bytes = $strip->length;
            if (null === $convert) {
                $strip->into($into, $offset);
            } else {
                $pixels = $width * intdiv($bytes, $read);
                $convert->pixels($strip->bytes, $into->at($offset), $pixels);
                $bytes = $pixels * ($source->alpha ? 8 : 6);
            }
            $offset += $bytes;
            $this->reached->put(0, pack('VV', min($height, $top + intdiv($bytes, max(1, $width * ($source->alpha ? 4 : 3) * intdiv(null === $convert ? $source->bits : 16, 8)))), $height));
        }
    }

    /** @return \Closure(): string */
    private function counting(int $width, int $height, int $bits, bool $alpha): \Closure
    {
        return function () use ($width, $height, $bits, $alpha): string {
            // Not the decoder's memory, which that cuts to its size.
            $this->memory->cutTo($width * $height * ($alpha ? 4 : 3) * intdiv($bits, 8));

            return ColourCount::following(new Pixels($width, $height, $bits, $alpha, $this->memory), $this->rows(...));
        };
    }

    private function rows(): int
    {
        return self::read($this->reached->toString(0, 4));
    }

    private static function read(string $bytes): int
    {
        $number = unpack('V', $bytes);

        return \is_array($number) && \is_int($number[1]) ? $number[1] : 0;
    }
}
