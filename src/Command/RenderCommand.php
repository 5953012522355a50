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
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFormat;
use Tovrin\App\Imaging\PictureError;

#[AsCommand('render', 'Renders a picture through a look at full resolution')]
final class RenderCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('picture', InputArgument::REQUIRED, 'the picture to render: '.PictureFormat::READ)
            ->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'the look file')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the file to write: .jpg, .png, .tif, .webp or .avif');
        PictureOptions::add($this);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $picture = $input->getArgument('picture');
        \assert(\is_string($picture));
        $target = Files::output($input);
        $wanted = PictureOptions::wanted($input, $target);
        $grade = Files::look($input);
        $bar = $output instanceof ConsoleOutputInterface && stream_isatty(\STDERR) ? $output->getErrorOutput() : null;
        $exactness = null;
        try {
            AtomicFile::make($target, static function (string $part) use ($picture, $grade, $wanted, $bar, &$exactness): void {
                $exactness = Rendering::file($picture, $picture, $grade, $wanted, $part, static function (string $stage, float $share) use ($bar): void {
                    $bar?->write(\sprintf("\r%3d %% %-24s", (int) round(100 * $share), $stage));
                });
            });
        } catch (PictureError $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        } finally {
            $bar?->write("\r".str_repeat(' ', 32)."\r");
        }
        $output->writeln(\sprintf('Wrote %s%s', $target, PictureOptions::words($exactness)));

        return self::SUCCESS;
    }
}
