<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Kernel;
use Tovrin\App\Server\Database;
use Tovrin\App\Server\DataFolder;
use Tovrin\App\Server\WorkerDoor;
use Tovrin\App\Workers\WorkerKeys;

#[AsCommand('worker-key', 'Makes, lists and revokes keys for workers on other machines')]
final class WorkerKeyCommand extends Command
{
    protected function configure(): void
    {
        $this->setHelp("  bin/tovrin worker-key add NAME     makes a key and prints it, this once\n  bin/tovrin worker-key list\n  bin/tovrin worker-key revoke NAME  from then on workers with that key are refused\n\nTo be run on the machine that holds the data. Any number of workers may share a key.")
            ->addArgument('what', InputArgument::REQUIRED, 'add, list or revoke')
            ->addArgument('name', InputArgument::OPTIONAL, 'of the key, for people')
            ->addOption('without-pin', null, InputOption::VALUE_NONE, 'for a front that is reached by a certificate that others vouch for');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        $data = DataFolder::opened();
        $kernel = Kernel::booted();
        Database::migrate($kernel);
        $keys = $kernel->getContainer()->get(WorkerKeys::class);
        \assert($keys instanceof WorkerKeys);
        $name = $input->getArgument('name');
        $name = \is_string($name) ? $name : '';
        try {
            match ($input->getArgument('what')) {
                'add' => $output->writeln($keys->add($name).(true === $input->getOption('without-pin') || null === ($pin = WorkerDoor::pin($data)) ? '' : '.'.$pin), OutputInterface::OUTPUT_RAW),
                'list' => self::list($keys, $output),
                'revoke' => $keys->revoke($name),
                default => throw new UsageError('worker-key can add, list or revoke. For example: bin/tovrin worker-key add kiln'),
            };
        } catch (Refused $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }

        return self::SUCCESS;
    }

    private static function list(WorkerKeys $keys, OutputInterface $output): void
    {
        foreach ($keys->all() as ['name' => $name, 'made_at' => $madeAt, 'used_at' => $usedAt]) {
            $output->writeln(\sprintf('%s  made %s, %s', $name, $madeAt, null === $usedAt ? 'never used' : 'last used '.$usedAt), OutputInterface::OUTPUT_RAW);
        }
    }
}
