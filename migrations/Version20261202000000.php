<?php

declare(strict_types=1);

namespace Tovrin\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Archives of sets on their way in. */
final class Version20261202000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Archives of sets on their way in';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE set_import (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, state VARCHAR(16) NOT NULL, worker VARCHAR(120) DEFAULT NULL, seen_at DATETIME DEFAULT NULL, attempts INTEGER DEFAULT 0 NOT NULL, next_photo INTEGER DEFAULT 0 NOT NULL, total INTEGER DEFAULT 0 NOT NULL, done INTEGER DEFAULT 0 NOT NULL, words CLOB NOT NULL, error VARCHAR(2000) DEFAULT NULL, name VARCHAR(255) NOT NULL, bytes BIGINT NOT NULL, path VARCHAR(2000) DEFAULT NULL, made_at DATETIME NOT NULL, set_id INTEGER DEFAULT NULL, CONSTRAINT fk_set_import_set FOREIGN KEY (set_id) REFERENCES photo_set (id) ON DELETE CASCADE)');
        $this->addSql('CREATE TABLE awaited_grade (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, set_id INTEGER NOT NULL, import_id INTEGER NOT NULL, listed INTEGER NOT NULL, name VARCHAR(255) NOT NULL, digest VARCHAR(64) NOT NULL, width INTEGER NOT NULL, height INTEGER NOT NULL, CONSTRAINT fk_awaited_grade_set FOREIGN KEY (set_id) REFERENCES photo_set (id) ON DELETE CASCADE, CONSTRAINT fk_awaited_grade_import FOREIGN KEY (import_id) REFERENCES set_import (id) ON DELETE CASCADE)');
        $this->addSql('CREATE INDEX idx_awaited_grade_set ON awaited_grade (set_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE awaited_grade');
        $this->addSql('DROP TABLE set_import');
    }
}
