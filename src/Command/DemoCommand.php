<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Kernel;
use Tovrin\App\Library\PhotoImport;
use Tovrin\App\Repository\Sets;
use Tovrin\App\Server\Startup;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Reach\Learned;

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
        $import = $container->get(PhotoImport::class);
        $grades = $container->get(Grades::class);
        \assert($sets instanceof Sets && $import instanceof PhotoImport && $grades instanceof Grades);
        if ([] !== $sets->all()) {
            $output->writeln('The demo set is there already; your changes to it are kept.');

            return;
        }
        $demo = $kernel->getProjectDir().'/demo';
        $json = (string) file_get_contents($demo.'/set.json');
        /** @var array{name: string, photos: list<array{file: string, look?: string}>} $content */
        $content = json_decode($json, true, 16, \JSON_THROW_ON_ERROR);
        $output->writeln(\sprintf('Bringing in the photos of %s …', $content['name']));
        $set = $sets->create($content['name']);
        foreach ($content['photos'] as $entry) {
            $photo = $import->import($set, $demo.'/photos/'.$entry['file'], $entry['file']);
            if (isset($entry['look'])) {
                $grades->keep($photo, self::on(LookJson::read((string) file_get_contents($demo.'/looks/'.$entry['look'])), $photo->storeKey()), 0);
            }
            $output->writeln('  '.$entry['file']);
        }
    }

    /** The looks were taught on the very photos they are put on: their strokes lie on these. */
    private static function on(Grade $look, string $photo): Grade
    {
        return $look->with(array_map(static function (Move $move) use ($photo): Move {
            $learned = $move->reach?->learned?->named($photo);

            return null === $learned ? $move : $move->reaching($move->reach->with($learned, Learned::class));
        }, $look->moves));
    }
}
