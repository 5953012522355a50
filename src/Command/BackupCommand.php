<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Kernel;
use Tovrin\App\Server\Backup;

#[AsCommand('backup', 'Copies all photos and grades to a folder, also while Tovrin is served')]
final class BackupCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'a new or empty folder, or that of an earlier backup, which is brought up to date')
            ->setHelp("Copies what the setting TOVRIN_DATA names (var/data in the project by default). What can be made again is left out.\n\"bin/tovrin restore FOLDER\" puts it back.");
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        $folder = Files::folder($input);
        if (!is_file(Kernel::dataDir().'/tovrin.sqlite')) {
            throw new UsageError(\sprintf('There is nothing to back up: the data folder "%s" has no database. TOVRIN_DATA names another one.', Kernel::dataDir()));
        }
        $backup = Kernel::booted()->getContainer()->get(Backup::class);
        \assert($backup instanceof Backup);
        ['photos' => $photos, 'copied' => $copied] = $backup->write($folder);
        $output->writeln(\sprintf('The backup in %s is complete: %d photos; %d files were copied.', $folder, $photos, $copied), OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }
}
