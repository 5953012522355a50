<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Export\Lane;
use Tovrin\App\Export\Worker;
use Tovrin\App\Export\WorkerAlreadyRunning;
use Tovrin\App\Kernel;
use Tovrin\App\Server\Database;

#[AsCommand('work', 'Runs the export worker; "serve" starts one by itself')]
final class WorkCommand extends Command
{
    protected function configure(): void
    {
        $this->addOption('quick', null, InputOption::VALUE_NONE, 'take only what is quick to make, beside a worker that takes everything');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $kernel = Kernel::booted();
        Database::migrate($kernel);
        $worker = $kernel->getContainer()->get(Worker::class);
        \assert($worker instanceof Worker);
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM] as $signal) {
            pcntl_signal($signal, static function () use ($worker): void {
                $worker->stop();
            });
        }
        try {
            $worker->run(
                static fn (string $line) => $output->writeln('[export] '.$line, OutputInterface::OUTPUT_RAW),
                true === $input->getOption('quick') ? Lane::Quick : Lane::Any,
            );
        } catch (WorkerAlreadyRunning $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }

        return self::SUCCESS;
    }
}
