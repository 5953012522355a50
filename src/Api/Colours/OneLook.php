<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Colours;

use Tovrin\Core\Grade\Grade;

final readonly class OneLook
{
    public function __construct(public Grade $look)
    {
    }
}
