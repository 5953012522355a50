<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Grading\BeginAgain;
use Tovrin\App\Grading\Beginnings;
use Tovrin\App\Grading\Grades;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Model\Table\Tables;

/** Another look for a photo to have begun with. */
final readonly class StartingLookWork implements GradeWork
{
    public const KIND = 'starting-look';

    public function __construct(private Beginnings $beginnings, private Grades $grades, private Tables $tables)
    {
    }

    public function kind(): string
    {
        return self::KIND;
    }

    public function isForAnybody(): bool
    {
        return false;
    }

    public static function request(Grade $look, BeginAgain $how): string
    {
        return json_encode(['look' => LookWriter::data($look), 'how' => $how->value], \JSON_THROW_ON_ERROR);
    }

    public function change(Photo $photo, Grade $now, string $request): GradeChange
    {
        $data = json_decode($request, false, 64, \JSON_THROW_ON_ERROR);
        \assert($data instanceof \stdClass && \is_string($data->how));
        $text = json_encode($data->look, \JSON_THROW_ON_ERROR);
        $look = LookJson::read($text, $this->tables);
        if ($this->beginnings->begin($photo)) {
            $now = $this->grades->grade($photo);
        }
        $began = $this->beginnings->of($photo);
        $was = null === $began ? Grades::atFirst() : LookJson::read($began->fitted(), $this->tables);
        $rest = self::besides($now, $was);
        $untouched = [] === $rest && \count($was->moves) === \count($now->moves);
        if (BeginAgain::Untouched->value === $data->how && !$untouched) {
            throw new Refused('It has been worked on.');
        }
        if ($untouched && null !== $began && LookWriter::write($look) === LookWriter::write(LookJson::read($began->look(), $this->tables))) {
            throw new Refused('It begins with this look already.');
        }
        $fitted = $this->beginnings->fitted($photo, $look);
        $grade = (new Grade($fitted->moves, $now->name, $now->edges, $fitted->groups))->followedBy($now->with($rest), Grades::newId(...));

        return new GradeChange($grade, $photo->revision(), [], fn () => $this->beginnings->given($photo, $text, $fitted));
    }

    /** @return list<Move> what of a grade is not the look it began with: moves that were added, and those of the look that were changed */
    private static function besides(Grade $now, Grade $was): array
    {
        return array_values(array_filter($now->moves, static function (Move $move) use ($was): bool {
            $index = $was->indexOf($move->id);

            return null === $index || $move != $was->moves[$index];
        }));
    }
}
