<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\App\Imaging\Encode\Format\Png;
use Tovrin\App\Imaging\Encode\Format\Tiff;
use Tovrin\App\Imaging\PictureError;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Core\Move\Params;

#[AsCommand('matte', 'Writes how much of a reach each pixel of a picture is, as a grey PNG or TIFF')]
final class MatteCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('picture', InputArgument::REQUIRED, 'the picture')
            ->addOption('reach', 'r', InputOption::VALUE_REQUIRED, 'a reach, as "choose" writes it')
            ->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'a look; the reach of one of its moves is taken')
            ->addOption('move', 'm', InputOption::VALUE_REQUIRED, 'which move of the look, counted from 1', '1')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the PNG to write: of the picture\'s size, 0 not reached, 255 fully reached');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $picture = $input->getArgument('picture');
        \assert(\is_string($picture));
        $target = Files::output($input);
        if (!\in_array(FileFormats::ofEnding(pathinfo($target, \PATHINFO_EXTENSION)), [Png::class, Tiff::class], true)) {
            throw new UsageError(\sprintf('"%s" cannot be written: a matte is a PNG or a TIFF, so end its name in .png or .tif.', $target));
        }
        [$grade, $move] = self::graded($input);
        try {
            $share = Rendering::matte($picture, $picture, $grade, $move, $target);
        } catch (PictureError $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        $output->writeln(\sprintf('Wrote %s: %.1f %% of the picture is reached.', $target, 100 * $share));

        return self::SUCCESS;
    }

    /** @return array{0: Grade, 1: int} and the index of the move */
    private static function graded(InputInterface $input): array
    {
        $path = Files::option($input, 'reach');
        if ((null === $path) === (null === Files::option($input, 'look'))) {
            throw new UsageError('Which reach? Give either --reach FILE.json or --look FILE.json.');
        }
        if (null === $path) {
            $grade = Files::look($input);
            $text = Files::option($input, 'move') ?? '';
            $move = 1 === preg_match('/^\d{1,3}$/D', $text) ? (int) $text - 1 : -1;
            if (!isset($grade->moves[$move])) {
                throw new UsageError(\sprintf('--move %s is not possible: the look has %d moves, counted from 1.', $text, \count($grade->moves)));
            }

            return [$grade, $move];
        }
        $json = is_file($path) ? @file_get_contents($path) : false;
        if (false === $json) {
            throw new UsageError(\sprintf('The reach "%s" cannot be read. Check the path.', $path));
        }
        try {
            $data = json_decode($json, false, 32, \JSON_THROW_ON_ERROR);
            if (!$data instanceof \stdClass) {
                throw new UsageError(\sprintf('%s: a reach is a JSON object, as "choose" writes it.', $path));
            }
            $reach = LookJson::readReach($data);
        } catch (\JsonException|FormatError $e) {
            throw new UsageError(\sprintf('%s: %s', $path, $e->getMessage()), 0, $e);
        }

        return [new Grade([new Move(MoveKinds::class('shift')::fromParams(new Params([])), reach: $reach)]), 0];
    }
}
