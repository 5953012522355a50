<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Delivery\PictureLook;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFormat;
use Tovrin\App\Imaging\PictureError;

#[AsCommand('apply', 'Renders many pictures through a look, fitted to each if asked')]
final class ApplyCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('look', InputArgument::REQUIRED, 'the look file')
            ->addArgument('pictures', InputArgument::IS_ARRAY | InputArgument::REQUIRED, 'the pictures to render: '.PictureFormat::READ)
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the folder to write to; it is made if it is not there')
            ->addOption('areas', null, InputOption::VALUE_NONE, 'let areas of the look go along, at the same places of each picture; without it such moves act on the whole picture')
            ->addOption('start', null, InputOption::VALUE_REQUIRED, 'a look file that each picture begins with, always fitted to it; the look comes after it')
            ->addOption('fit', null, InputOption::VALUE_NONE, 'fit the look to each picture: learned reaches, palettes, matches and probes follow its own colours')
            ->setHelp("Files are named after the picture and the look, and have the picture's format, so that none passes for the original; one of HEIC becomes a TIFF.\nWhat cannot be rendered is named and left out; the others are written all the same, and the command ends with exit code 2.");
        PictureOptions::add($this);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $path = $input->getArgument('look');
        \assert(\is_string($path));
        $grade = Files::lookAt($path);
        if (true !== $input->getOption('areas') && $grade->withoutAreas() != $grade) {
            $grade = $grade->withoutAreas();
            $output->writeln('The areas of the look are left out: its moves act on the whole picture. (--areas lets them go along)');
        }
        $start = $input->getOption('start');
        $start = \is_string($start) ? Files::lookAt($start) : null;
        $folder = Files::outputFolder($input);
        /** @var list<string> $pictures */
        $pictures = $input->getArgument('pictures');
        $targets = self::targets($pictures, $folder, '' === $grade->name ? pathinfo($path, \PATHINFO_FILENAME) : $grade->name);
        if (!is_dir($folder) && !@mkdir($folder, 0o777, true) && !is_dir($folder)) {
            throw new UsageError(\sprintf('The folder "%s" cannot be made. Check the path, or name another one.', $folder));
        }
        $looks = new PictureLook($grade, true === $input->getOption('fit'), $start);
        $failed = [];
        foreach ($targets as $picture => $target) {
            try {
                $own = $looks->of($picture);
                AtomicFile::make($target, static fn (string $part) => Rendering::file($picture, $picture, $own, PictureOptions::wanted($input, $target), $part, static function (): void {}));
                $output->writeln(\sprintf('Wrote %s', $target));
            } catch (PictureError $e) {
                $failed[] = $e->getMessage();
            }
        }
        if ([] !== $failed) {
            throw new UsageError(implode("\n", $failed)."\n".\sprintf('%d of %d were written.', \count($targets) - \count($failed), \count($targets)));
        }

        return self::SUCCESS;
    }

    /**
     * Where each picture goes.
     *
     * @param list<string> $pictures
     *
     * @return array<string, string> by picture
     *
     * @throws UsageError when two of them would take one name, or one its own
     */
    private static function targets(array $pictures, string $folder, string $look): array
    {
        $targets = $taken = [];
        foreach ($pictures as $picture) {
            $target = rtrim($folder, '/').'/'.PictureLook::fileName($picture, $look);
            if (isset($taken[$target]) && $taken[$target] !== $picture) {
                throw new UsageError(\sprintf('"%s" and "%s" would both be written to %s. Rename one of them, or render them to different folders.', $taken[$target], $picture, $target));
            }
            if (false !== realpath($target) && realpath($target) === realpath($picture)) {
                throw new UsageError(\sprintf('"%s" would be written over itself. Name another folder.', $picture));
            }
            $taken[$target] = $picture;
            $targets[$picture] = $target;
        }

        return $targets;
    }
}
