<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Learning\PlacedColours;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Reading\Checks;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Finding;
use Tovrin\Core\Reading\Remedy;

#[AsCommand('check', 'Says what goes wrong with a picture\'s colours in a look')]
final class CheckCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('picture', InputArgument::REQUIRED, 'the picture')
            ->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'the look')
            ->addOption('strict', null, InputOption::VALUE_NONE, 'end with exit code 1 where something was found')
            ->addOption('json', null, InputOption::VALUE_NONE, 'print an object a line')
            ->setHelp("Looks for colours that are torn apart (small differences stretched more than three times), noise more than doubled, channels at 0 or 255, and\ncolours beyond what a screen can show; says how much of the picture shows each, worst first, which move does it, and one way out.\nWhat the picture has by itself is not counted.");
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $picture = $input->getArgument('picture');
        \assert(\is_string($picture));
        $grade = Files::look($input);
        try {
            $pixels = Preview::of(PictureFile::read($picture, $picture, Preview::SIDE));
        } catch (PictureError $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        $placed = (new PlacedColours(
            ColourSample::of($pixels->bytes(), $pixels->width, $pixels->height)->colours(),
            Frame::of($pixels->width, $pixels->height),
            static fn (): array => ColourSample::places($pixels->width, $pixels->height),
        ))->thinned(Checks::SAMPLES);
        $grain = Grain::ofPlainParts($pixels->bytes(), $pixels->width, $pixels->height);
        $planes = $placed->planes($grade);
        $findings = Checks::of($grade, $placed->colours, $grain, $planes);
        foreach ($findings as $finding) {
            $way = Remedy::for($finding, $grade, $placed->colours, $grain, $planes);
            $output->writeln(true === $input->getOption('json') ? self::json($finding, $way, $placed->placeOf($finding->at)) : self::line($finding, $grade, $way), OutputInterface::OUTPUT_RAW);
        }
        if ([] === $findings && true !== $input->getOption('json')) {
            $output->writeln('Nothing was found.');
        }

        return [] !== $findings && true === $input->getOption('strict') ? self::FAILURE : self::SUCCESS;
    }

    private static function line(Finding $finding, Grade $grade, ?Remedy $way): string
    {
        return \sprintf(
            '%s in %.1f %% of the picture, most at %s; by move %d, %s.%s',
            ucfirst($finding->trouble->words()),
            100.0 * $finding->share,
            $finding->colour,
            $finding->move + 1,
            $grade->moves[$finding->move]->name(),
            null === $way ? '' : \sprintf(' %s leaves %.1f %%.', $way->words, 100.0 * $way->share),
        );
    }

    /** @param array{0: float, 1: float} $place */
    private static function json(Finding $finding, ?Remedy $way, array $place): string
    {
        return json_encode([
            'trouble' => $finding->trouble->value, 'share' => $finding->share, 'move' => $finding->move + 1, 'colour' => $finding->colour, 'at' => $place,
            'way' => $way?->words, 'left' => $way?->share,
        ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
    }
}
