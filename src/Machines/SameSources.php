<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Tovrin\App\Release;

/** Which version this is, to the letter: a file has to come out the same wherever it is made. */
final readonly class SameSources
{
    public function __construct(#[Autowire('%kernel.project_dir%')] private string $projectDir, #[Autowire('%kernel.cache_dir%')] private string $cacheDir)
    {
    }

    /** For example "1.5 (sources 3f9a0c21)": the number of the version and a digest of its sources. */
    public function version(): string
    {
        $kept = $this->cacheDir.'/sources-digest';
        $digest = (string) @file_get_contents($kept);
        if ('' === $digest) {
            $digest = $this->digest();
            @file_put_contents($kept, $digest);
        }

        return \sprintf('%s (sources %s)', Release::VERSION, $digest);
    }

    private function digest(): string
    {
        $sums = [];
        foreach (['core', 'src'] as $folder) {
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($this->projectDir.'/'.$folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
                if ($file instanceof \SplFileInfo && 'php' === $file->getExtension()) {
                    $sums[] = substr($file->getPathname(), \strlen($this->projectDir)).' '.hash_file('xxh128', $file->getPathname());
                }
            }
        }
        sort($sums);

        return substr(hash('xxh128', implode("\n", $sums)), 0, 8);
    }
}
