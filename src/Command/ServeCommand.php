<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Server\Startup;

#[AsCommand('serve', 'Serves the studio on this computer, with the export worker')]
final class ServeCommand extends Command
{
    public const DEFAULT_PORT = '7310';

    protected function configure(): void
    {
        $this->addOption('port', 'p', InputOption::VALUE_REQUIRED, 'port on 127.0.0.1', self::DEFAULT_PORT);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $say = static fn (string $line) => $output->writeln($line, OutputInterface::OUTPUT_RAW);

        return Startup::begin(Files::option($input, 'port') ?? '', $say)->serve($say);
    }
}
