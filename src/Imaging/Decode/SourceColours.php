<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Colour\Encoding\NamedEncoding;
use Tovrin\Core\Colour\Encoding\OpRgb;
use Tovrin\Core\Colour\Encoding\Rec2020;
use Tovrin\Core\Colour\Encoding\RommRgb;
use Tovrin\Core\Colour\Encoding\StandardRgb;
use Tovrin\Core\Format\IccRgbProfile;

/**
 * What the numbers of a file mean, and whether they have to be converted to be RGB with primaries and curves. Plain data, so that
 * one process can tell another.
 */
final readonly class SourceColours
{
    private const NAMED = [...Encodings::ALL, Rec2020::class];
    /** Spaces of profiles that are made use of. */
    private const USED = [LittleCms::RGB => 1, LittleCms::GRAY => 1, LittleCms::CMYK => 1];
    private const COATED = __DIR__.'/coated-cmyk.icc';

    /**
     * @param string|null $named     id of an encoding; null where the profile says it
     * @param string|null $profile   an RGB or a grey profile of primaries and curves
     * @param bool        $said      whether the finished file is to say it
     * @param string|null $converter the profile to convert with; null when nothing is to be converted
     * @param string      $space     LittleCms::RGB, GRAY or CMYK: what is converted from
     * @param string      $title     in words
     * @param string|null $note      a sentence for the user
     */
    private function __construct(public ?string $named, public ?string $profile, public bool $said, public ?string $converter, public string $space, public string $title, public ?string $note = null)
    {
    }

    /**
     * @param string      $space   LittleCms::RGB, GRAY or CMYK: of the pixels
     * @param string|null $profile embedded; null when there is none
     * @param bool        $opRgb   whether EXIF data says opRGB
     * @param Nclx|null   $nclx    what a HEIF file says in numbers
     */
    public static function of(string $space, ?string $profile, bool $opRgb, ?Nclx $nclx): self
    {
        $profiled = null === $profile ? null : LittleCms::colourSpaceOf($profile);
        if (null !== $profile && null !== $profiled && isset(self::USED[$profiled]) && !LittleCms::converts($profile, $profiled)) {
            $profiled = null;
        }
        if (LittleCms::CMYK === $space) {
            $own = LittleCms::CMYK === $profiled ? $profile : null;
            $title = null === $own ? 'CMYK' : 'CMYK, '.IccRgbProfile::nameOf($own);

            return new self(OpRgb::id(), null, true, $own ?? (string) file_get_contents(self::COATED), $space, $title, null === $own
                ? 'CMYK without a profile: converted to opRGB as print on coated paper (FOGRA39).'
                : 'CMYK: converted to opRGB with its own profile.');
        }
        if (null !== $profile && LittleCms::GRAY === $profiled && LittleCms::GRAY === $space && null !== IccRgbProfile::readGrey($profile)) {
            return new self(null, $profile, true, null, $space, 'grey, '.IccRgbProfile::nameOf($profile));
        }
        if (null !== $profile && LittleCms::RGB === $profiled) {
            $encoding = ColourTag::read($profile)?->encoding;

            return null !== $encoding
                ? new self(null, $profile, true, null, $space, $encoding->title)
                : new self(RommRgb::id(), null, true, $profile, LittleCms::RGB, IccRgbProfile::nameOf($profile), 'Its colour profile is a table: converted to 16-bit ROMM RGB.');
        }
        $note = match (true) {
            null === $profile => null,
            null === $profiled => 'Its colour profile is damaged and was ignored: read as sRGB.',
            default => \sprintf('Its colour profile is for %s, which does not fit: read as sRGB.', ['GRAY' => 'grey pictures', 'CMYK' => 'CMYK'][$profiled] ?? trim($profiled)),
        };
        if (null === $profile && $opRgb) {
            return self::named(OpRgb::class, 'opRGB, by its EXIF data');
        }
        if (null === $profile && null !== $nclx) {
            return self::named($nclx->encoding(), $nclx->encoding()::encoding()->title);
        }

        return new self(StandardRgb::id(), null, false, null, $space, 'sRGB (not said)', $note ?? 'No colour profile: read as sRGB.');
    }

    /** Of raw data of a camera that was made into a picture. */
    public static function ofRaw(): self
    {
        return self::named(RommRgb::class, RommRgb::encoding()->title);
    }

    /** @return array<string, string|bool|null> */
    public function toArray(): array
    {
        return ['named' => $this->named, 'profile' => $this->profile, 'said' => $this->said, 'title' => $this->title];
    }

    /** @param array<string, string|bool|null> $told */
    public static function tag(array $told): ColourTag
    {
        if (\is_string($told['profile'])) {
            $grey = IccRgbProfile::readGrey($told['profile']);

            return null === $grey ? ColourTag::read($told['profile']) ?? ColourTag::none() : ColourTag::made($grey);
        }
        foreach (self::NAMED as $class) {
            if ($class::id() === $told['named'] && true === $told['said']) {
                return ColourTag::made($class::encoding());
            }
        }

        return ColourTag::none();
    }

    /** @param class-string<NamedEncoding> $class */
    private static function named(string $class, string $title): self
    {
        return new self($class::id(), null, true, null, LittleCms::RGB, $title);
    }
}
