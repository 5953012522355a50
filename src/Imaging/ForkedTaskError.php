<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

/** Something was thrown in a second process that is nobody's doing but ours; the exception before this one tells where. */
final class ForkedTaskError extends \RuntimeException
{
    /** @param string $told serialised message and trace */
    public static function of(string $told): self
    {
        $parts = @unserialize($told, ['allowed_classes' => false]);
        $words = \is_array($parts) ? array_values(array_filter($parts, \is_string(...))) : [];

        return new self($words[0] ?? 'It ended in the middle of saying why.', 0, new \RuntimeException("In the second process:\n".($words[1] ?? '')));
    }
}
