<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Files that older versions left: finished ones know when, waiting ones are asked for. */
final class Version20261129000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Files of older versions know when they were made, and those that wait are made';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("UPDATE export_job SET made_at = COALESCE(made_at, seen_at, (SELECT delivery.made_at FROM delivery WHERE delivery.id = delivery_id)) WHERE made_at IS NULL AND state NOT IN ('queued', 'running')");
        $this->addSql("UPDATE export_job SET state = 'queued', stage = 'Waiting' WHERE state = 'running' AND worker IS NULL");
        // Nobody has asked for these since: a worker that looks for what was forgotten takes them for long overdue.
        $this->addSql("UPDATE export_job SET seen_at = '2000-01-01 00:00:00' WHERE state = 'queued' AND seen_at IS NULL");
    }

    public function down(Schema $schema): void
    {
        // Nothing to take back: the version before reads all of it.
    }
}
