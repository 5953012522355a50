<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What a photo's file said, and how near finished files come to their grades. */
final class Version20261127000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What a photo\'s file said, and how near finished files come to their grades';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE photo ADD COLUMN camera VARCHAR(200) NOT NULL DEFAULT ''");
        $this->addSql("ALTER TABLE photo ADD COLUMN format VARCHAR(16) NOT NULL DEFAULT ''");
        $this->addSql('ALTER TABLE photo ADD COLUMN bits INTEGER NOT NULL DEFAULT 8');
        $this->addSql("ALTER TABLE photo ADD COLUMN colours VARCHAR(200) NOT NULL DEFAULT 'sRGB'");
        $this->addSql("ALTER TABLE photo ADD COLUMN notes CLOB NOT NULL DEFAULT '[]'");
        $this->addSql('ALTER TABLE export_job ADD COLUMN lattice INTEGER DEFAULT NULL');
        $this->addSql('ALTER TABLE export_job ADD COLUMN mean_error DOUBLE PRECISION DEFAULT NULL');
        $this->addSql('ALTER TABLE export_job ADD COLUMN error99 DOUBLE PRECISION DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        foreach (['camera', 'format', 'bits', 'colours', 'notes'] as $column) {
            $this->addSql('ALTER TABLE photo DROP COLUMN '.$column);
        }
        foreach (['lattice', 'mean_error', 'error99'] as $column) {
            $this->addSql('ALTER TABLE export_job DROP COLUMN '.$column);
        }
    }
}
