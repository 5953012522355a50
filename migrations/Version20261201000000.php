<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Work on the grades of many photos, looks that photos begin with, kept deliveries, and who was last. */
final class Version20261201000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Work on many grades, starting looks, kept deliveries, who was last';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE grade_job (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, kind VARCHAR(20) NOT NULL, name VARCHAR(300) NOT NULL, request CLOB NOT NULL, paused BOOLEAN DEFAULT 0 NOT NULL, undone_at DATETIME DEFAULT NULL, made_at DATETIME NOT NULL, set_id INTEGER NOT NULL, CONSTRAINT fk_grade_job_set FOREIGN KEY (set_id) REFERENCES photo_set (id) ON DELETE CASCADE)');
        $this->addSql('CREATE TABLE grade_job_photo (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, job_id INTEGER NOT NULL, photo_id INTEGER NOT NULL, state VARCHAR(16) NOT NULL, worker VARCHAR(120) DEFAULT NULL, seen_at DATETIME DEFAULT NULL, attempts INTEGER DEFAULT 0 NOT NULL, revision INTEGER DEFAULT NULL, words CLOB NOT NULL, CONSTRAINT fk_grade_job_photo_job FOREIGN KEY (job_id) REFERENCES grade_job (id) ON DELETE CASCADE, CONSTRAINT fk_grade_job_photo_photo FOREIGN KEY (photo_id) REFERENCES photo (id) ON DELETE CASCADE)');
        $this->addSql('CREATE INDEX idx_grade_job_photo ON grade_job_photo (job_id, state)');
        $this->addSql('CREATE INDEX idx_grade_job_photo_photo ON grade_job_photo (photo_id)');
        $this->addSql('CREATE INDEX idx_grade_job_set ON grade_job (set_id)');
        $this->addSql('CREATE TABLE photo_beginning (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, photo_id INTEGER NOT NULL, step INTEGER DEFAULT NULL, look CLOB NOT NULL, fitted CLOB DEFAULT NULL, CONSTRAINT fk_photo_beginning_photo FOREIGN KEY (photo_id) REFERENCES photo (id) ON DELETE CASCADE)');
        $this->addSql('CREATE INDEX idx_photo_beginning_photo ON photo_beginning (photo_id)');
        $this->addSql("ALTER TABLE photo ADD COLUMN changed_by VARCHAR(80) DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE photo_set ADD COLUMN starting_look CLOB DEFAULT NULL');
        $this->addSql("ALTER TABLE grade_revision ADD COLUMN made_by VARCHAR(80) DEFAULT '' NOT NULL");
        $this->addSql('CREATE TABLE setting (name VARCHAR(60) NOT NULL, value CLOB NOT NULL, PRIMARY KEY(name))');
        $this->addSql('CREATE TABLE delivery_preset (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(200) NOT NULL, body CLOB NOT NULL, removed_at DATETIME DEFAULT NULL)');
    }

    public function down(Schema $schema): void
    {
        foreach (['delivery_preset', 'setting', 'photo_beginning', 'grade_job_photo', 'grade_job'] as $table) {
            $this->addSql("DROP TABLE $table");
        }
        foreach (['photo' => ['changed_by'], 'photo_set' => ['starting_look'], 'grade_revision' => ['made_by']] as $table => $columns) {
            foreach ($columns as $column) {
                $this->addSql("ALTER TABLE $table DROP COLUMN $column");
            }
        }
    }
}
