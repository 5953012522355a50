<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

/** The two workers of a data directory: one takes everything, the other only what is quick, so that a small file never waits behind a huge one. */
enum Lane: string
{
    case Any = 'any';
    case Quick = 'quick';

    /** Cost up to which an export is quick, in megapixels of JPEG. */
    private const QUICK = 12;

    /** The most that this worker takes on; null for no limit. */
    public function most(): ?int
    {
        return self::Quick === $this ? self::QUICK : null;
    }

    public function lockFile(): string
    {
        return self::Any === $this ? 'worker.lock' : 'worker-quick.lock';
    }
}
