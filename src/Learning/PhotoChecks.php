<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Entity\Photo;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Reading\Checks;
use Tovrin\Core\Reading\Finding;

/** What goes plainly wrong with a photo's colours in a grade, in words that are kept. */
final readonly class PhotoChecks
{
    /** Characters that are kept. */
    private const MOST = 500;

    public function __construct(private PhotoColours $colours)
    {
    }

    /** Worst first, a line each; empty for nothing. */
    public function words(Photo $photo, Grade $grade): string
    {
        if ($grade->isIdentity()) {
            return '';
        }
        $placed = $this->colours->placedDigest($photo)->thinned(Checks::SAMPLES);
        $findings = Checks::of($grade, $placed->colours, $this->colours->grain($photo), $placed->planes($grade));
        $lines = array_map(static fn (Finding $finding): string => $finding->words(), array_filter($findings, static fn (Finding $finding): bool => $finding->isPlain()));

        return mb_substr(implode("\n", $lines), 0, self::MOST);
    }
}
