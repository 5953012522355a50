<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Kernel;
use Tovrin\App\Queue\WorkerKind;
use Tovrin\App\Server\Database;
use Tovrin\App\Server\DataFolder;
use Tovrin\App\Server\Worker;

#[AsCommand('work', 'Runs a worker; "serve" starts two by itself')]
final class WorkCommand extends Command
{
    private const NICENESS = 10;

    protected function configure(): void
    {
        $this->setHelp("Makes finished files, draws the pictures of the sheet, studies photos ahead of need. Any number of workers may run, also on\nother machines that share the data folder; the setting TOVRIN_QUEUE says where they find their work. See README.md.")->addOption('quick', null, InputOption::VALUE_NONE, 'leave what takes long to others, so that what is quick never waits for it')
            ->addOption('until-idle', null, InputOption::VALUE_NONE, 'end when nothing is waiting');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        DataFolder::opened();
        $kernel = Kernel::booted();
        $say = static fn (string $line) => $output->writeln('[work] '.$line, OutputInterface::OUTPUT_RAW);
        Database::migrate($kernel, $say);
        $worker = $kernel->getContainer()->get(Worker::class);
        \assert($worker instanceof Worker);
        // What somebody is at comes first: previews and readings are computed beside this.
        @proc_nice(self::NICENESS);
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM] as $signal) {
            pcntl_signal($signal, static function () use ($worker): void {
                $worker->stop();
            });
        }
        $kind = true === $input->getOption('quick') ? WorkerKind::Quick : WorkerKind::Any;
        true === $input->getOption('until-idle') ? $worker->drain($say, $kind) : $worker->run($say, $kind);

        return self::SUCCESS;
    }
}
