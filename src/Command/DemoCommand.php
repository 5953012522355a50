<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Grading\SampleSet;
use Tovrin\App\Kernel;
use Tovrin\App\Repository\Sets;
use Tovrin\App\Server\Startup;

#[AsCommand('demo', 'Fills an empty data directory with the photos of Quillhaven Ceramics, then serves it')]
final class DemoCommand extends Command
{
    protected function configure(): void
    {
        $this->addOption('port', 'p', InputOption::VALUE_REQUIRED, 'port on 127.0.0.1', ServeCommand::DEFAULT_PORT)
            ->addOption('seed-only', null, InputOption::VALUE_NONE, 'fill the data directory and stop');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $say = static fn (string $line) => $output->writeln($line, OutputInterface::OUTPUT_RAW);
        $seedOnly = true === $input->getOption('seed-only');
        $startup = Startup::begin($seedOnly ? null : Files::option($input, 'port') ?? '', $say);
        $this->seed($startup->kernel, $output);

        return $seedOnly ? self::SUCCESS : $startup->serve($say);
    }

    private function seed(Kernel $kernel, OutputInterface $output): void
    {
        $container = $kernel->getContainer();
        $sets = $container->get(Sets::class);
        $sample = $container->get(SampleSet::class);
        \assert($sets instanceof Sets && $sample instanceof SampleSet);
        if ([] !== $sets->all()) {
            $output->writeln('The demo set is there already; your changes to it are kept.');

            return;
        }
        $output->writeln(\sprintf('Importing the photos of %s …', $sample->name));
        $set = $sets->create($sample->name);
        foreach ($sample->files() as $file) {
            $sample->add($set, $file);
            $output->writeln('  '.$file);
        }
    }
}
