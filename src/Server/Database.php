<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;
use Doctrine\Migrations\DependencyFactory;
use Doctrine\Migrations\MigratorConfiguration;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Kernel;
use Tovrin\App\Library\PhotoStore;

/**
 * Brings the database of the data directory up to date: never one that a newer version wrote, and never without a copy of it as
 * it was.
 */
final readonly class Database
{
    /** Copies of the database as it was before a change of its form; the newest stay. */
    private const COPIES = 3;

    public function __construct(private DependencyFactory $migrations, private Connection $connection, private PhotoStore $store, private Housekeeping $housekeeping, private AheadOfNeed $ahead)
    {
    }

    /**
     * @param (callable(string): void)|null $say told what is done, a line at a time
     *
     * @throws UsageError when it cannot be: a newer version wrote it, or its disk does not allow it
     */
    public static function migrate(Kernel $kernel, ?callable $say = null): void
    {
        $database = $kernel->getContainer()->get(self::class);
        \assert($database instanceof self);
        try {
            $database->bringUpToDate($say ?? static function (string $line): void {});
        } catch (UsageError $e) {
            throw $e;
        } catch (\Throwable $e) {
            throw DataFolder::trouble($e) ?? $e;
        }
    }

    /** @param callable(string): void $say */
    private function bringUpToDate(callable $say): void
    {
        $directory = $this->store->directory();
        // Workers that start at the same moment wait for the first.
        $turn = fopen($directory.'/.migrating', 'ce');
        if (false === $turn || !flock($turn, \LOCK_EX)) {
            throw new UsageError(\sprintf('The data folder "%s" cannot be written to.', $directory));
        }
        try {
            $this->migrations->getMetadataStorage()->ensureInitialized();
            $this->refuseNewer($directory);
            $plan = $this->migrations->getMigrationPlanCalculator()->getPlanUntilVersion($this->migrations->getVersionAliasResolver()->resolveVersionAlias('latest'));
            if (\count($plan) > 0) {
                $this->keepCopy($directory, $say);
                $this->migrations->getMigrator()->migrate($plan, new MigratorConfiguration());
            }
            WrittenBy::note($directory);
        } finally {
            fclose($turn);
        }
        $this->housekeeping->clear();
        $this->ahead->ask();
    }

    private function refuseNewer(string $directory): void
    {
        $unknown = $this->migrations->getMigrationStatusCalculator()->getExecutedUnavailableMigrations();
        if (\count($unknown) > 0) {
            throw new UsageError(\sprintf('The data folder "%s" was last used by %s. This is %s, which would lose what the newer one has kept. Start that version, or a later one; or name another data folder with TOVRIN_DATA.', $directory, WrittenBy::of($directory) ?? 'a newer version of Tovrin', WrittenBy::now()));
        }
    }

    /** @param callable(string): void $say */
    private function keepCopy(string $directory, callable $say): void
    {
        $executed = $this->migrations->getMetadataStorage()->getExecutedMigrations()->getItems();
        if ([] === $executed) {
            return;
        }
        $last = preg_replace('/^.*\\\\Version/', '', (string) $executed[array_key_last($executed)]->getVersion());
        $copy = \sprintf('%s/tovrin-before-update-%s.sqlite', $directory, $last);
        DatabaseCopy::write($this->connection, $copy);
        $say(\sprintf('Updating the database. A copy of the old one is kept as %s.', $copy));
        $copies = glob($directory.'/tovrin-before-update-*.sqlite') ?: [];
        foreach (\array_slice($copies, 0, -self::COPIES) as $old) {
            @unlink($old);
        }
    }
}
