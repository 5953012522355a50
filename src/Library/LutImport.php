<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\Core\Cube\Lut;
use Tovrin\Core\Format\CubeReader;
use Tovrin\Core\Format\DeviceLinkReader;
use Tovrin\Core\Format\FormatError;

/** Takes in tables of other programs. */
final readonly class LutImport
{
    public function __construct(private KeptData $kept)
    {
    }

    /**
     * Takes in a .cube file or an ICC device link.
     *
     * @param string $path of the file
     * @param string $name of the file, as the user knows it
     *
     * @throws Refused when it is neither, naming what is wrong and where
     */
    public function import(string $path, string $name): LutView
    {
        $bytes = (string) @file_get_contents($path, false, null, 0, CubeReader::BYTES_MOST + 1);
        try {
            [$lut, $title] = DeviceLinkReader::isOne($bytes) ? [DeviceLinkReader::read($bytes), ''] : CubeReader::read($bytes);
        } catch (FormatError $e) {
            throw new Refused(\sprintf('“%s” cannot be used as a table: %s', $name, $e->getMessage()));
        }
        $this->kept->keepData($lut->digest, $lut->toBytes());

        return LutView::of($lut, $title);
    }

    /** @throws NotFound */
    public function view(string $digest): LutView
    {
        return LutView::of(Lut::fromBytes((string) $this->kept->data($digest)) ?? throw NotFound::of('table'), '');
    }
}
