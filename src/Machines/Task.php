<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

/** Something to do for a worker elsewhere: all that it has to know, and nothing else. */
final readonly class Task
{
    /**
     * @param string                $lease by which it speaks of it
     * @param string                $kind  as its TaskKind has it
     * @param string                $title for people
     * @param list<TaskFile>        $files that it needs, beside the photo
     * @param array<string, string> $given what that kind of task has to know besides
     */
    public function __construct(public string $lease, public string $kind, public string $title, public TaskPhoto $photo, public array $files, public array $given)
    {
    }

    /** @throws \UnexpectedValueException when it is not as it should be */
    public static function read(mixed $data): self
    {
        if (!\is_array($data) || !\is_array($data['photo'] ?? null) || !\is_array($data['files'] ?? null) || !\is_array($data['given'] ?? null)) {
            throw new \UnexpectedValueException('The front has answered something else than a task.');
        }
        $photo = $data['photo'];
        $given = [];
        foreach ($data['given'] as $name => $value) {
            $given[(string) $name] = self::text($value);
        }

        return new self(
            self::text($data['lease'] ?? null),
            self::text($data['kind'] ?? null),
            self::text($data['title'] ?? null),
            new TaskPhoto(self::text($photo['key'] ?? null), self::text($photo['name'] ?? null), self::number($photo['width'] ?? null), self::number($photo['height'] ?? null), self::number($photo['previewWidth'] ?? null), self::number($photo['previewHeight'] ?? null)),
            array_values(array_map(static fn (mixed $file): TaskFile => \is_array($file) ? new TaskFile(self::text($file['name'] ?? null), self::text($file['sha256'] ?? null), self::number($file['bytes'] ?? null)) : throw new \UnexpectedValueException('A file of a task is no object.'), $data['files'])),
            $given,
        );
    }

    private static function text(mixed $value): string
    {
        return \is_string($value) ? $value : throw new \UnexpectedValueException('A text of a task is missing.');
    }

    private static function number(mixed $value): int
    {
        return \is_int($value) ? $value : throw new \UnexpectedValueException('A number of a task is missing.');
    }
}
