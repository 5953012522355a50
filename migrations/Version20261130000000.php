<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What goes wrong with a photo's colours is kept with its small picture, and with files that are made of it. */
final class Version20261130000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Photos and finished files say what goes wrong with their colours';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE photo ADD COLUMN troubles VARCHAR(500) DEFAULT '' NOT NULL");
        $this->addSql("ALTER TABLE export_job ADD COLUMN troubles VARCHAR(500) DEFAULT '' NOT NULL");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE photo DROP COLUMN troubles');
        $this->addSql('ALTER TABLE export_job DROP COLUMN troubles');
    }
}
