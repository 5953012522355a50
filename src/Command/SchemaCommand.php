<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Photo\AtomicFile;
use Tovrin\Core\Format\LookSchema;

#[AsCommand('schema', 'Writes the look file\'s JSON Schema into the repository, after a kind of move was changed')]
final class SchemaCommand extends Command
{
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        AtomicFile::write(LookSchema::FILE, LookSchema::json());
        $output->writeln('Wrote core/Format/look.schema.json');

        return self::SUCCESS;
    }
}
