<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;

/** The body of a request as a typed object, read and checked before the controller runs. Objects stay objects: to a look {} and [] are not the same. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class JsonBody extends MapRequestPayload
{
    public function __construct()
    {
        parent::__construct(acceptFormat: 'json', serializationContext: ['json_decode_associative' => false]);
    }
}
