<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Format\IccRgbProfile;

/** What the numbers of a picture mean, and how its file says so. */
final readonly class ColourTag
{
    /**
     * @param string|null $profile the ICC profile that says so; null where the file is to say nothing
     */
    private function __construct(public RgbEncoding $encoding, public ?string $profile)
    {
    }

    /** sRGB, without the file saying so. */
    public static function none(): self
    {
        return new self(StandardRgb::encoding(), null);
    }

    /** By a profile of the project's own making. */
    public static function made(RgbEncoding $encoding): self
    {
        return new self($encoding, IccRgbProfile::write($encoding));
    }

    /** By the profile that a picture came with; null when it does not consist of primaries and curves. */
    public static function read(string $profile): ?self
    {
        $encoding = IccRgbProfile::read($profile);

        return null === $encoding ? null : new self(Encodings::known($encoding), $profile);
    }

    public function isSrgb(): bool
    {
        return StandardRgb::encoding() === $this->encoding;
    }
}
