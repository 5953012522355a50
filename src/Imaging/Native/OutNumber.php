<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** A whole number that a C function writes where it is told to. */
final readonly class OutNumber
{
    private \FFI\CData $number;

    public function __construct(\FFI $library, string $type)
    {
        $number = $library->new($type);
        \assert($number instanceof \FFI\CData);
        $this->number = $number;
    }

    public function place(): \FFI\CData
    {
        return \FFI::addr($this->number);
    }

    /** @return int<0, max> */
    public function value(): int
    {
        $value = $this->number->cdata; // @phpstan-ignore property.notFound

        return \is_int($value) ? max(0, $value) : 0;
    }
}
