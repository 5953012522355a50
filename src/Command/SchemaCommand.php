<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Routing\RouterInterface;
use Tovrin\App\Api\Description\ApiDescription;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Kernel;
use Tovrin\Core\Format\LookSchema;

#[AsCommand('schema', 'Writes what is made from the sources into the repository, after these were changed: the JSON Schema of looks, the description of the HTTP interface, what files can be delivered')]
final class SchemaCommand extends Command
{
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        AtomicFile::write(LookSchema::FILE, LookSchema::json());
        $router = Kernel::booted()->getContainer()->get('router');
        \assert($router instanceof RouterInterface);
        AtomicFile::write(ApiDescription::FILE, (new ApiDescription($router))->json());
        $output->writeln('Wrote core/Format/look.schema.json and src/openapi.json');

        return self::SUCCESS;
    }
}
