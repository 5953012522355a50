<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Symfony\Component\Validator\Constraints as Assert;

/** Which photo of the sample set is imported. */
final readonly class SamplePhoto
{
    public function __construct(#[Assert\NotBlank(message: 'must name a photo of the sample set.')] public string $file)
    {
    }
}
