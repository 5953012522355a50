<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Request;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Imaging\Native\Priority;
use Tovrin\App\Kernel;

/** Answers one request that the web server has handed over. */
final class FrontDoor
{
    /** What may wait is computed beside what is at hand, and gives way to it. */
    private const PATIENT_NICENESS = 5;
    private const ENDED = '{"error":"This took too much time or memory for one request. Nothing was changed; try something smaller."}';

    public static function answer(): int
    {
        FileModes::close();
        self::answerEvenThen();
        if ('patient' === ($_SERVER['TOVRIN_POOL'] ?? '')) {
            Priority::set(self::PATIENT_NICENESS);
        }
        // Files are sent by the web server, which does not hold a process of this kind for it.
        BinaryFileResponse::trustXSendfileTypeHeader();
        $kernel = new Kernel('prod', false);
        $request = Request::createFromGlobals();
        $response = $kernel->handle($request);
        $response->send();
        $kernel->terminate($request, $response);

        return 0;
    }

    /** When PHP ends in the middle, for want of memory or time, it is still said in words, and in JSON. */
    private static function answerEvenThen(): void
    {
        $spare = str_repeat(' ', 65_536);
        register_shutdown_function(static function () use (&$spare): void {
            $spare = '';
            $error = error_get_last();
            if (null !== $error && 0 !== ($error['type'] & (\E_ERROR | \E_CORE_ERROR | \E_COMPILE_ERROR)) && !headers_sent()) {
                http_response_code(503);
                header('Content-Type: application/json');
                echo self::ENDED;
            }
        });
    }
}
