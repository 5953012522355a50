<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Archive\SetImporter;
use Tovrin\App\Archive\SetImports;
use Tovrin\App\Entity\SetImport;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Kernel;
use Tovrin\App\Process\Journal;
use Tovrin\App\Server\Running;
use Tovrin\App\Server\Startup;

#[AsCommand('import-set', 'Takes in an archive that "export-set" has written, as a set of its own')]
final class ImportSetCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'the archive, .zip')
            ->setHelp("Also while Tovrin is served. When it was stopped in the middle, give the same command again: it goes on where it was.\nGrades whose photos are neither in the archive nor here wait until the photos are imported into the set.");
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        $path = $input->getArgument('file');
        $path = \is_string($path) ? realpath($path) : false;
        if (false === $path || !is_file($path)) {
            throw new UsageError('There is no such file. Name the archive of a set.');
        }
        $say = static fn (string $line) => $output->writeln($line, OutputInterface::OUTPUT_RAW);
        $startup = null === Running::portOf(Kernel::dataDir()) ? Startup::begin(null, $say) : null;
        $container = ($startup->kernel ?? Kernel::booted())->getContainer();
        $imports = $container->get(SetImports::class);
        $importer = $container->get(SetImporter::class);
        $journal = $container->get(Journal::class);
        \assert($imports instanceof SetImports && $importer instanceof SetImporter && $journal instanceof Journal);
        $journal->tell($say);
        $id = $imports->fromFile($path)->id();
        $importer->import($id);
        $view = $imports->view($imports->import($id));
        foreach ([...$view->words, ...array_map(static fn (string $name): string => \sprintf('The grade of “%s” waits for its photo: import it into the set.', $name), $view->awaited)] as $line) {
            $say($line);
        }
        if (SetImport::DONE !== $view->state) {
            throw new UsageError($view->error ?? 'Another process has this archive in hand already, or it was paused. Give the command again later.');
        }
        $say(\sprintf('"%s" is here: %d of %d photos.', $view->setName, $view->done, $view->total));

        return self::SUCCESS;
    }
}
