<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Tovrin\Core\Grade\Grade;

/** The grade that a photo is to have. */
final readonly class GradeChange
{
    /**
     * @param int                   $basedOn revision of the grade that it was made of
     * @param list<string>          $words what there is to say of it, in whole sentences
     * @param (\Closure(): void)|null $and   done in the same step, when the grade is kept
     */
    public function __construct(public Grade $grade, public int $basedOn, public array $words = [], public ?\Closure $and = null)
    {
    }
}
