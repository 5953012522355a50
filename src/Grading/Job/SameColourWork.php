<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Grading\Consistency;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Reach\Reach;

/** The same thing in another photo, brought to the colour it has in the first. */
final readonly class SameColourWork implements GradeWork
{
    public const KIND = 'same-colour';

    public function __construct(private Consistency $consistency, private Tables $tables)
    {
    }

    public function kind(): string
    {
        return self::KIND;
    }

    public function isForAnybody(): bool
    {
        return true;
    }

    /**
     * @param Reach                      $reach the thing, where it was found first
     * @param array{float, float, float} $goal  OKLab
     * @param string                     $label of the moves that are added
     */
    public static function request(Reach $reach, array $goal, string $label): string
    {
        return json_encode(['reach' => LookWriter::reach($reach), 'goal' => $goal, 'label' => $label], \JSON_THROW_ON_ERROR);
    }

    public function change(Photo $photo, Grade $now, string $request): GradeChange
    {
        $data = json_decode($request, false, 64, \JSON_THROW_ON_ERROR);
        \assert($data instanceof \stdClass && $data->reach instanceof \stdClass && \is_string($data->label));
        /** @var array{float, float, float} $goal */
        $goal = $data->goal;

        return new GradeChange($this->consistency->brought($photo, $now, LookJson::readReach($data->reach, $this->tables), $goal, $data->label), $photo->revision());
    }
}
