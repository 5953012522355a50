<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;

/** An answer that browsers save as a file of a name. */
final class Attachment
{
    /**
     * @template T of Response
     *
     * @param T $response
     *
     * @return T
     */
    public static function named(Response $response, string $name): Response
    {
        // Old clients take a name of plain letters only; in neither form may it be a path.
        $plain = (string) preg_replace('/[^\x20-\x7E]|[%\/\\\\"]/', '_', $name);
        $response->headers->set('Content-Disposition', HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, str_replace(['/', '\\'], '_', $name), $plain));

        return $response;
    }
}
