<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\Migrations\DependencyFactory;
use Doctrine\Migrations\MigratorConfiguration;
use Tovrin\App\Kernel;
use Tovrin\App\Photo\PhotoStore;

/** Brings the database of the data directory up to date. */
final readonly class Database
{
    public function __construct(private DependencyFactory $migrations, private PhotoStore $store, private Housekeeping $housekeeping, private AheadOfNeed $ahead)
    {
    }

    public static function migrate(Kernel $kernel): void
    {
        $database = $kernel->getContainer()->get(self::class);
        \assert($database instanceof self);
        $database->bringUpToDate();
    }

    public function bringUpToDate(): void
    {
        $this->store->directory();
        $this->migrations->getMetadataStorage()->ensureInitialized();
        $plan = $this->migrations->getMigrationPlanCalculator()->getPlanUntilVersion($this->migrations->getVersionAliasResolver()->resolveVersionAlias('latest'));
        if (\count($plan) > 0) {
            $this->migrations->getMigrator()->migrate($plan, new MigratorConfiguration());
        }
        $this->housekeeping->clear();
        $this->ahead->ask();
    }
}
