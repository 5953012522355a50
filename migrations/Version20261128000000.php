<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Revisions that never return, beside the numbers of steps; how often a file was begun; which workers there are. */
final class Version20261128000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Revisions that never return, attempts at files, workers that are there';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE photo ADD COLUMN step INTEGER NOT NULL DEFAULT 0');
        $this->addSql('UPDATE photo SET step = revision');
        // Numbers were used again after undoing: the first new one is above all that an open page may know.
        $this->addSql('UPDATE photo SET revision = 1 + MAX(revision, (SELECT MAX(number) FROM grade_revision WHERE photo_id = photo.id)) WHERE EXISTS (SELECT 1 FROM grade_revision WHERE photo_id = photo.id)');
        $this->addSql('ALTER TABLE export_job ADD COLUMN attempts INTEGER NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE export_job ADD COLUMN made_at DATETIME DEFAULT NULL');
        $this->addSql('CREATE TABLE worker (name VARCHAR(120) NOT NULL, lane VARCHAR(16) NOT NULL, seen_at DATETIME NOT NULL, PRIMARY KEY (name))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE worker');
        $this->addSql('ALTER TABLE export_job DROP COLUMN made_at');
        $this->addSql('ALTER TABLE export_job DROP COLUMN attempts');
        $this->addSql('UPDATE photo SET revision = step');
        $this->addSql('ALTER TABLE photo DROP COLUMN step');
    }
}
