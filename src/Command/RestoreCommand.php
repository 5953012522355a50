<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Server\Backup;
use Tovrin\App\Server\DataFolder;
use Tovrin\App\Server\FolderLock;

#[AsCommand('restore', 'Puts a backup into a data folder that is empty')]
final class RestoreCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'a folder that "bin/tovrin backup" has written')
            ->setHelp('Fills the folder that the setting TOVRIN_DATA names (var/data in the project by default). Nothing is ever put over photos that are there: move them away first.');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        $folder = Files::folder($input);
        $data = DataFolder::opened();
        $lock = FolderLock::taken($data);
        $copied = Backup::restore($folder, $data);
        $lock->release();
        $output->writeln(\sprintf('%d files are back in %s. "bin/tovrin serve" shows them.', $copied, $data), OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }
}
