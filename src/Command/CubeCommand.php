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
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\LatticeChoice;

#[AsCommand('cube', 'Writes a look as a .cube, an ICC device link or a Hald PNG')]
final class CubeCommand extends Command
{
    protected function configure(): void
    {
        $this->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'the look file')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the file to write: .cube, .icc or .png (a Hald)')
            ->addOption('lattice', null, InputOption::VALUE_REQUIRED, 'nodes along each axis, 2 to 129; as few as the look needs unless given; a Hald takes the next square number')
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
        $lattice = Files::lattice($input);
        $grade = Files::look($input);
        try {
            $exactness = Rendering::grade($grade, $target, $format, $lattice, static function (): void {}, true === $input->getOption('colour-part'));
        } catch (PictureError $e) {
            throw new UsageError($e->getMessage().(null === $grade->placed() ? '' : ' (--colour-part)'), 0, $e);
        }
        if (Edges::Unmixed === $grade->edges) {
            $output->writeln('It holds colours alone: the edges that the look unmixes stay mixed wherever it is applied.');
        }
        $size = $exactness->lattice;
        $output->writeln(\sprintf(
            'Wrote %s (%d × %d × %d%s; within ΔE %.3f on average, %.2f for 99 of 100 colours)',
            $target,
            $size,
            $size,
            $size,
            null === $lattice || $size === $lattice ? '' : ', the next size a Hald can hold',
            $exactness->mean,
            $exactness->percentile99,
        ));
        if ($exactness->percentile99 > LatticeChoice::PERCENTILE_99) {
            $output->writeln(\sprintf('That is more than one wants: the look is steep. %s, or render pictures instead, which are exact.', $size < Cube::MAX_SIZE ? \sprintf('Ask for a finer table (--lattice %d)', min(Cube::MAX_SIZE, 2 * $size - 1)) : 'Use less of its narrowest move'));
        }

        return self::SUCCESS;
    }
}
