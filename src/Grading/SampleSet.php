<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Library\PhotoImport;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Reach\Learned;

/** The photos of Quillhaven Ceramics that come with Tovrin, some of them graded. */
final readonly class SampleSet
{
    /** Name of the set. */
    public string $name;
    /** @var array<string, string|null> the file of its look for the file of each photo, in order; null for a photo without a grade */
    private array $looks;

    public function __construct(#[Autowire('%kernel.project_dir%/demo')] private string $folder, private PhotoImport $import, private Grades $grades)
    {
        /** @var array{name: string, photos: list<array{file: string, look?: string}>} $content */
        $content = json_decode((string) file_get_contents($folder.'/set.json'), true, 16, \JSON_THROW_ON_ERROR);
        $this->name = $content['name'];
        $this->looks = array_combine(array_column($content['photos'], 'file'), array_map(static fn (array $photo): ?string => $photo['look'] ?? null, $content['photos']));
    }

    /** @return list<string> the files of its photos, in order */
    public function files(): array
    {
        return array_keys($this->looks);
    }

    /**
     * Imports one of its photos into a set, with its grade.
     *
     * @throws NotFound when there is no such file
     */
    public function add(PhotoSet $set, string $file): Photo
    {
        if (!\array_key_exists($file, $this->looks)) {
            throw NotFound::of('sample photo');
        }
        $look = $this->looks[$file];

        return $this->import->importWith($set, $this->folder.'/photos/'.$file, $file, function (Photo $photo) use ($look): void {
            if (null !== $look) {
                $this->grades->keep($photo, self::on(LookJson::read((string) file_get_contents($this->folder.'/looks/'.$look)), $photo->storeKey()), 0);
            }
        });
    }

    /** The looks were taught on the very photos they are put on: their strokes lie on these. */
    private static function on(Grade $look, string $photo): Grade
    {
        return $look->with(array_map(static function (Move $move) use ($photo): Move {
            $learned = $move->reach?->learned?->named($photo);

            return null === $learned ? $move : $move->reaching($move->reach->with($learned, Learned::class));
        }, $look->moves));
    }
}
