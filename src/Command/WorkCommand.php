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
        $this->setHelp("Makes finished files, draws the pictures of the sheet, studies photos ahead of need. Any number of workers may run.\n\nOn the machine that holds the data:  bin/tovrin work\nOn any other machine:                TOVRIN_WORKER_KEY=… bin/tovrin work --front https://192.168.20.5:7443\n\nThe key is made on the front with \"bin/tovrin worker-key add NAME\". See docs/running.md.")
            ->addOption('front', null, InputOption::VALUE_REQUIRED, 'address of the machine that holds the data, when this is another one')
            ->addOption('name', null, InputOption::VALUE_REQUIRED, 'what people call this worker; usually the name of the machine')
            ->addOption('folder', null, InputOption::VALUE_REQUIRED, 'with --front: for what is fetched and made; usually var/worker')
            ->addOption('cache', null, InputOption::VALUE_REQUIRED, 'with --front: how much of what was fetched is kept', '10G')
            ->addOption('ca', null, InputOption::VALUE_REQUIRED, 'with --front: file of certificates to believe, besides the system\'s')
            ->addOption('own', null, InputOption::VALUE_NONE, 'only what other machines cannot do')
            ->addOption('quick', null, InputOption::VALUE_NONE, 'leave what takes long to others, so that what is quick never waits for it')
            ->addOption('until-idle', null, InputOption::VALUE_NONE, 'end when nothing is waiting');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        // What somebody is at comes first: previews and readings are computed beside this.
        @proc_nice(self::NICENESS);
        if (null !== $input->getOption('front')) {
            return WorkElsewhere::run($input, $output);
        }
        FileModes::close();
        DataFolder::opened();
        $kernel = Kernel::booted();
        $say = static fn (string $line) => $output->writeln('[work] '.$line, OutputInterface::OUTPUT_RAW);
        Database::migrate($kernel, $say);
        $worker = $kernel->getContainer()->get(Worker::class);
        \assert($worker instanceof Worker);
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM] as $signal) {
            pcntl_signal($signal, static function () use ($worker): void {
                $worker->stop();
            });
        }
        $kind = match (true) {
            true === $input->getOption('quick') => WorkerKind::Quick,
            true === $input->getOption('own') => WorkerKind::Own,
            default => WorkerKind::Any,
        };
        true === $input->getOption('until-idle') ? $worker->drain($say, $kind) : $worker->run($say, $kind);

        return self::SUCCESS;
    }
}
