<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\PictureError;
use Tovrin\Core\Grade\Edges;

#[AsCommand('cube', 'Writes a look as a .cube, an ICC device link or a Hald PNG')]
final class CubeCommand extends Command
{
    protected function configure(): void
    {
        $this->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'the look file')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the file to write: .cube, .icc or .png (a Hald)')
            ->addOption('lattice', null, InputOption::VALUE_REQUIRED, 'nodes along each axis; a Hald takes the next square number', '33')
            ->addOption('colour-part', null, InputOption::VALUE_NONE, 'of a look with areas or softened mattes, write what is a matter of colour alone');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $target = Files::output($input);
        $format = match (strtolower(pathinfo($target, \PATHINFO_EXTENSION))) {
            'cube' => 'cube',
            'icc', 'icm' => 'icc',
            'png' => 'hald',
            default => throw new UsageError(\sprintf('"%s" does not say what to write: end its name in .cube, .icc or .png.', $target)),
        };
        $lattice = Files::lattice($input) ?? Rendering::DEFAULT_LATTICE;
        $grade = Files::look($input);
        try {
            $size = Rendering::grade($grade, $target, $format, $lattice, static function (): void {}, true === $input->getOption('colour-part'));
        } catch (PictureError $e) {
            throw new UsageError($e->getMessage().(null === $grade->placed() ? '' : ' (--colour-part)'), 0, $e);
        }
        if (Edges::Unmixed === $grade->edges) {
            $output->writeln('It holds colours alone: the edges that the look unmixes stay mixed wherever it is applied.');
        }
        $output->writeln(\sprintf('Wrote %s (%d × %d × %d%s)', $target, $size, $size, $size, $size === $lattice ? '' : ', the next size a Hald can hold'));

        return self::SUCCESS;
    }
}
