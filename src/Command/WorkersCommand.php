<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Api\Workers\WorkerList;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Kernel;
use Tovrin\App\Server\Database;
use Tovrin\App\Server\DataFolder;

#[AsCommand('workers', 'Lists the workers that are there, on this machine and others')]
final class WorkersCommand extends Command
{
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        DataFolder::opened();
        $kernel = Kernel::booted();
        Database::migrate($kernel);
        $list = $kernel->getContainer()->get(WorkerList::class);
        \assert($list instanceof WorkerList);
        $all = $list->all();
        if ([] === $all) {
            $output->writeln('No worker is there.');
        }
        foreach ($all as $one) {
            $speed = null === $one->speed ? '' : \sprintf(', %.1f megapixels a second', $one->speed);
            $output->writeln(\sprintf('%s%s: %s%s; %d done, %d failed%s', $one->title, $one->here ? '' : \sprintf(' (key "%s")', $one->key), $one->state, '' === $one->doing ? '' : \sprintf(' at %s (%d %%)', $one->doing, (int) (100 * $one->share)), $one->done, $one->failed, $speed), OutputInterface::OUTPUT_RAW);
            if ('' !== $one->why) {
                $output->writeln('  '.$one->why, OutputInterface::OUTPUT_RAW);
            }
        }

        return self::SUCCESS;
    }
}
