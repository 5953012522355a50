<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Export\Rendering;
use Tovrin\App\Photo\PictureError;

#[AsCommand('render', 'Renders a JPEG or PNG through a look at full resolution')]
final class RenderCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('picture', InputArgument::REQUIRED, 'the JPEG or PNG to render')
            ->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'the look file')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the file to write: .jpg, .jpeg or .png')
            ->addOption('lattice', null, InputOption::VALUE_REQUIRED, 'nodes along each axis of the cube', (string) Rendering::DEFAULT_LATTICE)
            ->addOption('quality', null, InputOption::VALUE_REQUIRED, 'JPEG quality, 1 to 100', (string) Rendering::DEFAULT_QUALITY);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $picture = $input->getArgument('picture');
        \assert(\is_string($picture));
        $target = Files::output($input);
        $format = match (strtolower(pathinfo($target, \PATHINFO_EXTENSION))) {
            'jpg', 'jpeg' => 'jpeg',
            'png' => 'png',
            default => throw new UsageError(\sprintf('"%s" does not say what to write: end its name in .jpg or .png.', $target)),
        };
        $quality = Files::quality($input);
        $grade = Files::look($input);
        $bar = $output instanceof ConsoleOutputInterface && stream_isatty(\STDERR) ? $output->getErrorOutput() : null;
        try {
            Rendering::picture($picture, $picture, $grade, $target, $format, $quality, Files::lattice($input), static function (string $stage, float $share) use ($bar): void {
                $bar?->write(\sprintf("\r%3d %% %-24s", (int) round(100 * $share), $stage));
            });
        } catch (PictureError $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        } finally {
            $bar?->write("\r".str_repeat(' ', 32)."\r");
        }
        $output->writeln(\sprintf('Wrote %s', $target));

        return self::SUCCESS;
    }
}
