<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\HttpFoundation\Request;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\PhotoStore;

/** Files on their way in: kept beside the photos while they are looked at, and gone afterwards. */
final readonly class Uploads
{
    public function __construct(private PhotoStore $store)
    {
    }

    /**
     * A number in a header, such as the place where a piece of a file belongs.
     *
     * @throws Refused when there is none
     */
    public static function number(Request $request, string $header): int
    {
        $value = (string) $request->headers->get($header);
        if (1 !== preg_match('/^\d{1,15}$/D', $value)) {
            throw new Refused(\sprintf('%s: a whole number has to be there.', $header));
        }

        return (int) $value;
    }

    /**
     * The body of a request: a file that the web server has put down already, or what comes.
     *
     * @template T
     *
     * @param callable(string): T $use told the path of the complete file, which is somebody else's to remove
     *
     * @return T
     */
    public function taken(Request $request, string $name, callable $use): mixed
    {
        // Named by the web server alone: what a client sends under such a name would begin with HTTP_.
        $path = $request->server->get('TOVRIN_BODY');
        if (\is_string($path) && '' !== $path) {
            return $use($path);
        }

        return $this->received($request->getContent(true), $name, $use);
    }

    /**
     * @template T
     *
     * @param resource            $from the file's bytes
     * @param string              $name what to call it in messages
     * @param callable(string): T $use  told the path of the complete file, which is removed when it returns
     *
     * @return T
     */
    private function received($from, string $name, callable $use): mixed
    {
        $path = $this->store->newUpload();
        try {
            $to = @fopen($path, 'x');
            if (false === $to || false === stream_copy_to_stream($from, $to) || !fclose($to)) {
                throw new PictureError(\sprintf('"%s" could not be stored: the disk is full or has failed. Free some space and import it again.', $name));
            }

            return $use($path);
        } finally {
            @unlink($path);
        }
    }
}
