<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The first tables: sets, photos, grade revisions, export jobs. */
final class Version20261124000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Sets, photos, grade revisions and export jobs';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE photo_set (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(200) NOT NULL)');
        $this->addSql('CREATE TABLE photo (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, set_id INTEGER NOT NULL, revision INTEGER NOT NULL, store_key VARCHAR(64) NOT NULL, name VARCHAR(255) NOT NULL, width INTEGER NOT NULL, height INTEGER NOT NULL, preview_width INTEGER NOT NULL, preview_height INTEGER NOT NULL, CONSTRAINT fk_photo_set FOREIGN KEY (set_id) REFERENCES photo_set (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX idx_photo_set ON photo (set_id)');
        $this->addSql('CREATE TABLE grade_revision (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, photo_id INTEGER NOT NULL, number INTEGER NOT NULL, look CLOB NOT NULL, made_at DATETIME NOT NULL, CONSTRAINT fk_revision_photo FOREIGN KEY (photo_id) REFERENCES photo (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE UNIQUE INDEX photo_number ON grade_revision (photo_id, number)');
        $this->addSql('CREATE TABLE export_job (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, photo_id INTEGER NOT NULL, state VARCHAR(16) NOT NULL, stage VARCHAR(60) NOT NULL, progress DOUBLE PRECISION NOT NULL, cancel_wanted BOOLEAN NOT NULL, error VARCHAR(2000) DEFAULT NULL, look CLOB NOT NULL, format VARCHAR(8) NOT NULL, quality INTEGER NOT NULL, lattice INTEGER NOT NULL, file_name VARCHAR(255) NOT NULL, CONSTRAINT fk_export_photo FOREIGN KEY (photo_id) REFERENCES photo (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX idx_export_photo ON export_job (photo_id)');
        $this->addSql('CREATE INDEX export_state ON export_job (state, id)');
    }

    public function down(Schema $schema): void
    {
        foreach (['export_job', 'grade_revision', 'photo', 'photo_set'] as $table) {
            $this->addSql('DROP TABLE '.$table);
        }
    }
}
