<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

/** How a JPEG file is built: ISO/IEC 10918-1, annex B. */
final readonly class JpegHead
{
    private const START_OF_SCAN = 0xDA;
    private const END = 0xD9;
    private const PROGRESSIVE = [0xC2, 0xC6, 0xCA, 0xCE];

    /**
     * @param bool $progressive whether it comes in several scans of rising detail, which a decoder has to hold altogether
     * @param bool $whole       whether its end is there; what follows it is no matter
     * @param int  $scans       how many scans there are
     */
    private function __construct(public bool $progressive, public bool $whole, public int $scans)
    {
    }

    public static function of(string $path): self
    {
        $bytes = (string) @file_get_contents($path);
        $progressive = false;
        $scans = 0;
        for ($at = 2; $at + 1 < \strlen($bytes);) {
            if ("\xFF" !== $bytes[$at]) {
                break;
            }
            $marker = \ord($bytes[$at + 1]);
            if (0xFF === $marker) {
                // Any number of these may fill the space before a marker.
                ++$at;
                continue;
            }
            if (self::END === $marker) {
                return new self($progressive, true, $scans);
            }
            $progressive = $progressive || \in_array($marker, self::PROGRESSIVE, true);
            $at += 2 + (\ord($bytes[$at + 2] ?? "\0") << 8 | \ord($bytes[$at + 3] ?? "\0"));
            if (self::START_OF_SCAN === $marker) {
                ++$scans;
                // The scan's data end where a marker stands that is none of those allowed in them.
                $at = 1 === preg_match('/\xFF[^\x00\xD0-\xD7\xFF]/', $bytes, $found, \PREG_OFFSET_CAPTURE, min($at, \strlen($bytes))) ? $found[0][1] : \strlen($bytes);
            }
        }

        return new self($progressive, false, $scans);
    }
}
