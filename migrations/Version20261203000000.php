<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Workers on other machines: their keys, what each does and how fast, and what each has in hand. */
final class Version20261203000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Workers on other machines';
    }

    public function up(Schema $schema): void
    {
        // Who works is known anew within seconds.
        $this->addSql('DROP TABLE worker');
        $this->addSql("CREATE TABLE worker (name VARCHAR(120) PRIMARY KEY NOT NULL, lane VARCHAR(8) NOT NULL, seen_at DATETIME NOT NULL, here_since DATETIME NOT NULL, title VARCHAR(120) DEFAULT '' NOT NULL, run VARCHAR(32) DEFAULT '' NOT NULL, key_id INTEGER DEFAULT NULL, version VARCHAR(40) DEFAULT '' NOT NULL, done INTEGER DEFAULT 0 NOT NULL, failed INTEGER DEFAULT 0 NOT NULL, failed_in_a_row INTEGER DEFAULT 0 NOT NULL, rests INTEGER DEFAULT 0 NOT NULL, rests_until DATETIME DEFAULT NULL, trouble VARCHAR(300) DEFAULT '' NOT NULL, unable VARCHAR(300) DEFAULT '' NOT NULL, pace FLOAT DEFAULT NULL, paced INTEGER DEFAULT 0 NOT NULL, lines CLOB DEFAULT '' NOT NULL)");
        $this->addSql('CREATE TABLE worker_key (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(80) NOT NULL, digest VARCHAR(64) NOT NULL, made_at DATETIME NOT NULL, used_at DATETIME DEFAULT NULL)');
        $this->addSql('CREATE UNIQUE INDEX idx_worker_key_name ON worker_key (name)');
        $this->addSql("CREATE TABLE work_lease (token VARCHAR(32) PRIMARY KEY NOT NULL, worker VARCHAR(120) NOT NULL, kind VARCHAR(16) NOT NULL, subject INTEGER NOT NULL, photo_id INTEGER NOT NULL, files CLOB DEFAULT '' NOT NULL, title VARCHAR(300) NOT NULL, cost INTEGER NOT NULL, based_on INTEGER DEFAULT 0 NOT NULL, given_at DATETIME NOT NULL, seen_at DATETIME NOT NULL, moved_at DATETIME NOT NULL, stage VARCHAR(60) DEFAULT 'Starting' NOT NULL, share FLOAT DEFAULT 0 NOT NULL, ended VARCHAR(12) DEFAULT NULL)");
        $this->addSql('CREATE INDEX idx_work_lease_worker ON work_lease (worker, ended)');
        $this->addSql('ALTER TABLE export_job ADD failed_by VARCHAR(120) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE export_job DROP failed_by');
        $this->addSql('DROP TABLE work_lease');
        $this->addSql('DROP TABLE worker_key');
        $this->addSql('DROP TABLE worker');
        $this->addSql('CREATE TABLE worker (name VARCHAR(120) PRIMARY KEY NOT NULL, lane VARCHAR(8) NOT NULL, seen_at DATETIME NOT NULL)');
    }
}
