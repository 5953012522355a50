<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Learning\ChartMaker;
use Tovrin\App\Learning\ChartView;
use Tovrin\App\Learning\PatchView;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Move\Chart\ChartReference;
use Tovrin\Core\Move\Chart\ChartTerms;

#[AsCommand('chart', 'Finds a chart of known colours in a picture, and makes the look that puts colours right')]
final class ChartCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('picture', InputArgument::REQUIRED, 'the picture that the chart is in')
            ->addOption('values', null, InputOption::VALUE_REQUIRED, 'what its patches should be: a CGATS text file with Lab or XYZ')
            ->addOption('columns', null, InputOption::VALUE_REQUIRED, 'columns of the chart, where the names of its patches (A1, A2 …) do not tell', '0')
            ->addOption('corners', null, InputOption::VALUE_REQUIRED, 'where it is, instead of having it found: four places "x,y x,y x,y x,y", clockwise from the first patch')
            ->addOption('method', null, InputOption::VALUE_REQUIRED, 'matrix (steadier) or root-polynomial (closer)', ChartTerms::Matrix->value)
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the look file to write')
            ->setHelp("Places are shares of the picture's width and height, 0 to 1 from its top left corner.\nPrints how far each patch is from what it should be, in ΔE00, before and after. The look can be given to all commands that take one.");
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $path = $input->getArgument('picture');
        \assert(\is_string($path));
        $values = Files::option($input, 'values') ?? throw new UsageError('Which chart? Give the values of its patches with --values FILE.txt.');
        $text = is_file($values) ? @file_get_contents($values) : false;
        if (false === $text) {
            throw new UsageError(\sprintf('The values "%s" cannot be read. Check the path.', $values));
        }
        $method = Files::option($input, 'method') ?? '';
        $terms = ChartTerms::tryFrom($method) ?? throw new UsageError(\sprintf('--method %s is not possible: give matrix or root-polynomial.', $method));
        try {
            $raster = Preview::of(PictureFile::read($path, $path, Preview::SIDE))->raster();
            $view = ChartMaker::read($raster, $text, basename($values), self::corners($input), self::columns($input), $terms);
        } catch (PictureError|Refused $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        self::report($view, $output);
        $target = Files::option($input, 'output');
        if (null !== $target) {
            AtomicFile::write($target, LookWriter::write($view->look)."\n");
            $output->writeln(\sprintf('Wrote %s', $target));
        }

        return self::SUCCESS;
    }

    private static function report(ChartView $view, OutputInterface $output): void
    {
        foreach ($view->patches as $patch) {
            $output->writeln(\sprintf('%-8s %s → %s  %s', $patch->name, $patch->seen, $patch->wanted, self::told($patch)), OutputInterface::OUTPUT_RAW);
        }
        $output->writeln(\sprintf('ΔE %.1f → %.1f on average, worst %.1f. Light falls off by %.2f stops across the chart, which is allowed for.', $view->meanBefore, $view->meanAfter, $view->worstAfter, $view->falloff));
    }

    private static function told(PatchView $patch): string
    {
        return $patch->used ? \sprintf('ΔE %5.2f → %5.2f', $patch->before, $patch->after) : 'clipped or covered, not used';
    }

    private static function columns(InputInterface $input): int
    {
        $text = Files::option($input, 'columns') ?? '0';
        if (1 !== preg_match('/^\d{1,3}$/D', $text) || (int) $text > ChartReference::PATCHES_MOST) {
            throw new UsageError(\sprintf('--columns %s is not possible: give a whole number.', $text));
        }

        return (int) $text;
    }

    /** @return list<array{0: float, 1: float}> none to have it found */
    private static function corners(InputInterface $input): array
    {
        $text = trim(Files::option($input, 'corners') ?? '');
        if ('' === $text) {
            return [];
        }
        $corners = Places::of($text, 'corners');

        return 4 === \count($corners) ? $corners : throw new UsageError(\sprintf('--corners has %d places; a chart has four.', \count($corners)));
    }
}
