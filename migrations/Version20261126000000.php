<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Sets worked on at once: orders of photos, small pictures as graded, versions, looks of one's own, deliveries, and the queue. */
final class Version20261126000000 extends AbstractMigration
{
    private const JOB = 'id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, delivery_id INTEGER NOT NULL, photo_id INTEGER DEFAULT NULL, state VARCHAR(16) NOT NULL, stage VARCHAR(60) NOT NULL, progress DOUBLE PRECISION NOT NULL, cancel_wanted BOOLEAN NOT NULL, worker VARCHAR(120) DEFAULT NULL, seen_at DATETIME DEFAULT NULL, error VARCHAR(2000) DEFAULT NULL, look CLOB NOT NULL, format VARCHAR(16) NOT NULL, output CLOB NOT NULL, file_name VARCHAR(255) NOT NULL, cost INTEGER NOT NULL, CONSTRAINT fk_export_delivery FOREIGN KEY (delivery_id) REFERENCES delivery (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE, CONSTRAINT fk_export_photo FOREIGN KEY (photo_id) REFERENCES photo (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE';

    public function getDescription(): string
    {
        return 'Orders, small pictures, versions, looks of one\'s own, deliveries, messages of the queue';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE messenger_messages (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, body CLOB NOT NULL, headers CLOB NOT NULL, queue_name VARCHAR(190) NOT NULL, created_at DATETIME NOT NULL, available_at DATETIME NOT NULL, delivered_at DATETIME DEFAULT NULL)');
        $this->addSql('CREATE INDEX messages_waiting ON messenger_messages (queue_name, available_at, delivered_at, id)');

        $this->addSql("ALTER TABLE photo_set ADD COLUMN sorted VARCHAR(8) NOT NULL DEFAULT 'arrival'");
        $this->addSql('ALTER TABLE photo ADD COLUMN position DOUBLE PRECISION NOT NULL DEFAULT 0');
        $this->addSql('UPDATE photo SET position = id');
        $this->addSql('ALTER TABLE photo ADD COLUMN taken_at DATETIME DEFAULT NULL');
        $this->addSql('ALTER TABLE photo ADD COLUMN drawn INTEGER DEFAULT NULL');
        $this->addSql('ALTER TABLE photo ADD COLUMN drawn_at INTEGER NOT NULL DEFAULT 0');
        $this->addSql('CREATE INDEX photo_drawn ON photo (set_id, drawn_at)');

        $this->addSql('CREATE TABLE grade_version (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, photo_id INTEGER NOT NULL, name VARCHAR(200) NOT NULL, look CLOB NOT NULL, made_at DATETIME NOT NULL, removed_at DATETIME DEFAULT NULL, CONSTRAINT fk_version_photo FOREIGN KEY (photo_id) REFERENCES photo (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX idx_version_photo ON grade_version (photo_id)');
        $this->addSql('CREATE TABLE own_look (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(200) NOT NULL, shelf VARCHAR(200) NOT NULL, look CLOB NOT NULL, made_at DATETIME NOT NULL, removed_at DATETIME DEFAULT NULL)');

        $this->addSql('CREATE TABLE delivery (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(200) NOT NULL, destination VARCHAR(12) NOT NULL, folder VARCHAR(200) DEFAULT NULL, paused BOOLEAN NOT NULL, made_at DATETIME NOT NULL)');
        // What was asked for before each becomes a delivery of its own.
        $this->addSql("INSERT INTO delivery (id, name, destination, folder, paused, made_at) SELECT id, file_name, 'downloads', NULL, 0, CURRENT_TIMESTAMP FROM export_job");
        $this->addSql('CREATE TABLE export_file ('.self::JOB.')');
        $this->addSql("INSERT INTO export_file SELECT id, id, photo_id, CASE state WHEN 'running' THEN 'queued' ELSE state END, stage, progress, cancel_wanted, NULL, NULL, error, look, format, json_object('quality', quality, 'lattice', lattice), file_name, cost FROM export_job");
        $this->addSql('DROP TABLE export_job');
        $this->addSql('ALTER TABLE export_file RENAME TO export_job');
        $this->addSql('CREATE INDEX idx_export_photo ON export_job (photo_id)');
        $this->addSql('CREATE INDEX idx_export_delivery ON export_job (delivery_id, state)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Deliveries of several files cannot be told to the version before.');
    }
}
