<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Model\Table\Tables;

/** The looks that come with Tovrin: the files in looks/, by what they are for. */
final readonly class Presets
{
    /** Folders of looks/, with their titles, in the order they are offered. */
    private const GROUPS = ['casts' => 'Remove a cast', 'recolouring' => 'Recolouring', 'mood' => 'Mood'];

    public function __construct(#[Autowire('%kernel.project_dir%/looks')] private string $directory, private Tables $tables)
    {
    }

    /** @return list<PresetView> */
    public function all(): array
    {
        $presets = [];
        foreach (self::GROUPS as $folder => $title) {
            foreach (glob($this->directory.'/'.$folder.'/*.json') ?: [] as $path) {
                $presets[] = new PresetView($title, LookJson::read((string) file_get_contents($path), $this->tables));
            }
        }

        return $presets;
    }
}
