<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/** The list of colour spaces. A new space is its own file and one entry here. */
final class ColourSpaces
{
    /** @var list<class-string<ColourSpace>> */
    public const ALL = [
        LinearSrgb::class,
        Srgb::class,
        OkLab::class,
        OkLch::class,
        Hsl::class,
        Hsv::class,
        XyzD65::class,
        XyzD50::class,
        LabD50::class,
    ];

    /**
     * The steps from a space up to the root, itself first.
     *
     * @param class-string<ColourSpace> $space
     *
     * @return list<class-string<ColourSpace>>
     */
    public static function ancestry(string $space): array
    {
        $line = [];
        for ($s = $space; null !== $s; $s = $s::parent()) {
            $line[] = $s;
        }

        return $line;
    }
}
