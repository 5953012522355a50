<?php

// The entry point of the web server: built files of the studio as they are, everything else to the application.

declare(strict_types=1);

$path = (string) parse_url(is_string($_SERVER['REQUEST_URI'] ?? null) ? $_SERVER['REQUEST_URI'] : '/', \PHP_URL_PATH);
$root = dirname(__DIR__).'/studio/dist';

if (!str_starts_with($path, '/api/')) {
    if ('/' !== $path && !str_contains($path, '..') && is_file($root.$path)) {
        $types = ['js' => 'text/javascript', 'css' => 'text/css', 'woff2' => 'font/woff2', 'svg' => 'image/svg+xml', 'png' => 'image/png', 'json' => 'application/json'];
        header('Content-Type: '.($types[pathinfo($path, \PATHINFO_EXTENSION)] ?? 'application/octet-stream'));
        // Names under assets/ carry a hash of what is in them.
        header(str_starts_with($path, '/assets/') ? 'Cache-Control: public, max-age=31536000, immutable' : 'Cache-Control: no-cache');
        readfile($root.$path);

        return true;
    }
    header('Content-Type: text/html; charset=utf-8');
    header('Cache-Control: no-cache');
    if (!is_file($root.'/index.html')) {
        http_response_code(503);
        echo 'The studio is not built yet: run "make demo" in the project\'s folder.';

        return true;
    }
    readfile($root.'/index.html');

    return true;
}

require_once dirname(__DIR__).'/vendor/autoload.php';

$kernel = new Tovrin\App\Kernel((string) (getenv('TOVRIN_ENV') ?: 'prod'), false);
$request = Symfony\Component\HttpFoundation\Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);

return true;
