<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Archive\SetWriter;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Kernel;
use Tovrin\App\Repository\Sets;

#[AsCommand('export-set', 'Writes a whole set into one archive: photos, grades, versions, order, looks')]
final class ExportSetCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('set', InputArgument::REQUIRED, 'the name of the set, or its number')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the archive to write, .zip')
            ->addOption('without-photos', null, InputOption::VALUE_NONE, 'leave the photos’ own files out: whoever imports it has them already')
            ->setHelp('Also while Tovrin is served. "bin/tovrin import-set" takes it in on another server, as does the menu of sets. What is in it: docs/formats.md.');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        $target = Files::output($input);
        if (!is_file(Kernel::dataDir().'/tovrin.sqlite')) {
            throw new UsageError(\sprintf('There is no set to export: the data folder "%s" has no database. TOVRIN_DATA names another one.', Kernel::dataDir()));
        }
        $container = Kernel::booted()->getContainer();
        $writer = $container->get(SetWriter::class);
        $sets = $container->get(Sets::class);
        \assert($writer instanceof SetWriter && $sets instanceof Sets);
        $name = $input->getArgument('set');
        $set = self::set($sets, \is_string($name) ? $name : '');
        $progress = new Percent($output);
        try {
            $writer->write($set, true !== $input->getOption('without-photos'), $target, $progress->tell(...));
        } catch (PictureError|Refused $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        FileModes::open($target);
        $output->writeln(\sprintf('"%s" is in %s: %d photos, %s MB.', $set->name(), $target, $sets->counts()[$set->id()] ?? 0, number_format((int) filesize($target) / 1e6, 1)), OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }

    private static function set(Sets $sets, string $name): PhotoSet
    {
        $all = $sets->all();
        $found = array_values(array_filter($all, static fn (PhotoSet $set): bool => $set->name() === $name || (string) $set->id() === $name));
        if (1 !== \count($found)) {
            throw new UsageError(\sprintf([] === $found ? 'There is no set "%s". There are: %s.' : 'Several sets are called "%s": give the number instead. There are: %s.', $name, implode(', ', array_map(static fn (PhotoSet $set): string => \sprintf('%d "%s"', $set->id(), $set->name()), $all))));
        }

        return $found[0];
    }
}
