<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

/** What a delivery would make. */
final readonly class PlanView
{
    /**
     * @param list<string> $names   of the first files
     * @param int          $count   of all files
     * @param int          $changed names that got a number, since another file has the one their pattern gives
     * @param list<TableView> $tables of the outputs that are tables, how near each comes to the grade of the first photo
     */
    public function __construct(public array $names, public int $count, public int $changed, public array $tables)
    {
    }
}
