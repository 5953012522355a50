<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Removing that can be undone, exports by what they cost, photos that know whether they are graded. */
final class Version20261125000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Removed photos and sets stay for some days; exports have a cost and a worker; photos count their moves';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE photo_set ADD COLUMN removed_at DATETIME DEFAULT NULL');
        $this->addSql('ALTER TABLE photo ADD COLUMN removed_at DATETIME DEFAULT NULL');
        $this->addSql('ALTER TABLE photo ADD COLUMN move_count INTEGER NOT NULL DEFAULT 0');
        $this->addSql("UPDATE photo SET move_count = COALESCE((SELECT json_array_length(look, '$.moves') FROM grade_revision WHERE photo_id = photo.id AND number = photo.revision), 0)");
        $this->addSql('ALTER TABLE export_job ADD COLUMN cost INTEGER NOT NULL DEFAULT 1');
        $this->addSql('ALTER TABLE export_job ADD COLUMN worker VARCHAR(16) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        foreach (['photo_set' => ['removed_at'], 'photo' => ['removed_at', 'move_count'], 'export_job' => ['cost', 'worker']] as $table => $columns) {
            foreach ($columns as $column) {
                $this->addSql(\sprintf('ALTER TABLE %s DROP COLUMN %s', $table, $column));
            }
        }
    }
}
