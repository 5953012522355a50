<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\ArgvInput;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Learning\Change;
use Tovrin\App\Learning\LearningResult;
use Tovrin\App\Learning\ReachLearner;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\App\Learning\Unmarked;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\StrokeShape;
use Tovrin\Core\Reading\Pots;

#[AsCommand('choose', 'Learns a reach from strokes on a picture')]
final class ChooseCommand extends Command
{
    private const MOST_STROKES = 100;
    private const MOST_PLACES = 4000;

    protected function configure(): void
    {
        $this->addArgument('picture', InputArgument::REQUIRED, 'the picture')
            ->addOption('want', 'w', InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'a stroke over colours that are meant: "x,y x,y …"; one place is a click')
            ->addOption('hold', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'a stroke over colours that must stay put')
            ->addOption('broader', 'b', InputOption::VALUE_REQUIRED, 'from -1 (tightest) to 1 (broadest); 0 is as learned', '0')
            ->addOption('json', null, InputOption::VALUE_NONE, 'print what each stroke did, an object a line')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'the file to write the reach to, as JSON')
            ->setHelp("Places are shares of the picture's width and height, 0 to 1 from its top left corner.\nStrokes are learned in the order they are given in; a later one corrects what the earlier ones caught.\nPrints what the reach catches, family by family. The file can be given to \"matte --reach\", and is what stands under \"reach\" in a look.");
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $path = $input->getArgument('picture');
        \assert(\is_string($path));
        $broader = Files::option($input, 'broader') ?? '0';
        if (!is_numeric($broader) || abs((float) $broader) > 1.0) {
            throw new UsageError(\sprintf('--broader %s is not possible: give a number from -1 to 1.', $broader));
        }
        $strokes = self::inOrder($input, self::strokes($input, 'want', true), self::strokes($input, 'hold', false));
        if ([] === $strokes) {
            throw new UsageError('Nothing is marked. Give at least one stroke with --want "x,y x,y".');
        }
        if (\count($strokes) > self::MOST_STROKES) {
            throw new UsageError(\sprintf('There are %d strokes; at most %d can be learned from.', \count($strokes), self::MOST_STROKES));
        }
        try {
            $raster = Preview::of(PictureFile::read($path, $path, Preview::SIDE))->raster();
            $study = StudyMaker::study($raster);
            $learner = new ReachLearner($raster, $study, '');
            $json = true === $input->getOption('json');
            $pots = Pots::of($study);
            for ($number = $json ? 1 : \count($strokes), $before = null, $result = null; $number <= \count($strokes); ++$number, $before = $result) {
                $result = $learner->learn(\array_slice($strokes, 0, $number))?->read((float) $broader, Learned::SOFT);
                if ($json) {
                    $output->writeln(json_encode(self::told($number, $strokes[$number - 1], $before, $result, $study, $pots), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), OutputInterface::OUTPUT_RAW);
                }
            }
            if (null === $result) {
                throw new UsageError('All strokes lie beside the picture. Places are shares of its width and height, from 0 to 1.');
            }
            $json || self::report($result, $study, $pots, \count($strokes), $output);
            $target = Files::option($input, 'output');
            if (null !== $target) {
                AtomicFile::write($target, json_encode(LookWriter::reach(new Reach([$result->learned])), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES)."\n");
                $json || $output->writeln(\sprintf('Wrote %s', $target));
            }
        } catch (PictureError $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }

        return self::SUCCESS;
    }

    /**
     * What one stroke did, for programs.
     *
     * @param LearningResult|null $before after the strokes before it
     * @param LearningResult|null $after  after it; null while all strokes lie beside the picture
     *
     * @return array{stroke: int, as: string, beside: bool, caught: float, families: list<array{name: string, share: float, ofFamily: float}>, added: float, lost: float, addedFamilies: list<array{name: string, share: float}>, lostFamilies: list<array{name: string, share: float}>} shares of the picture, 0…1
     */
    private static function told(int $number, Stroke $stroke, ?LearningResult $before, ?LearningResult $after, Study $study, Pots $pots): array
    {
        $n = $study->count();
        $told = ['stroke' => $number, 'as' => $stroke->wanted ? 'wanted' : 'held', 'beside' => !isset($after->marks[$number - 1]), 'caught' => 0.0, 'families' => [], 'added' => 0.0, 'lost' => 0.0, 'addedFamilies' => [], 'lostFamilies' => []];
        if (null === $after) {
            return $told;
        }
        $change = Change::between($before, $after, $study);
        $caught = array_keys($change->caught, true, true);
        $all = Change::byPot(range(0, $n - 1), $pots, $study);
        $told['caught'] = round(\count($caught) / $n, 5);
        foreach (Change::byPot($caught, $pots, $study) as $pot => $count) {
            $told['families'][] = ['name' => $pots->names[$pot], 'share' => round($count / $n, 5), 'ofFamily' => round($count / $all[$pot], 4)];
        }
        foreach (['added' => $change->added, 'lost' => $change->lost] as $what => $pixels) {
            $told[$what] = round(\count($pixels) / $n, 5);
            foreach (Change::byPot($pixels, $pots, $study) as $pot => $count) {
                $told[$what.'Families'][] = ['name' => $pots->names[$pot], 'share' => round($count / $n, 5)];
            }
        }

        return $told;
    }

    private static function report(LearningResult $result, Study $study, Pots $pots, int $given, OutputInterface $output): void
    {
        $reached = $pots->reached($study, array_values($result->learned->weights($study->colours())));
        $caught = array_column($reached, 0);
        if (\count($result->marks) < $given) {
            $output->writeln(\sprintf('%d of %d strokes lie beside the picture and were left out.', $given - \count($result->marks), $given));
        }
        $output->writeln(\sprintf('Catches %.1f %% of the picture.', 100 * array_sum($caught) / $study->count()));
        arsort($caught);
        foreach ($caught as $pot => $count) {
            if ($count > 0.0005 * $study->count()) {
                $output->writeln(\sprintf('  %-24s %5.1f %% of the picture, %3d %% of that colour', $pots->names[$pot], 100 * $count / $study->count(), (int) round(100 * $count / $reached[$pot][1])));
            }
        }
        $ask = Unmarked::largest($result, $study, $pots);
        if (null !== $ask) {
            $places = implode(' ', array_map(static fn (array $p): string => \sprintf('%.4F,%.4F', $p[0], $p[1]), \array_slice($ask->points, 0, 1)));
            $output->writeln(\sprintf('The %s is caught without having been marked. Add --want "%s" if it is meant, or --hold "%s" if it must stay.', $ask->name, $places, $places));
        }
    }

    /**
     * Wanted and held strokes in the order they were given in, which the console does not keep between two options.
     *
     * @param list<Stroke> $wanted
     * @param list<Stroke> $held
     *
     * @return list<Stroke>
     */
    private static function inOrder(InputInterface $input, array $wanted, array $held): array
    {
        $strokes = [];
        foreach ($input instanceof ArgvInput ? $input->getRawTokens() : [] as $token) {
            if (1 === preg_match('/^(--want(=|$)|-w)/', $token) && [] !== $wanted) {
                $strokes[] = array_shift($wanted);
            } elseif (1 === preg_match('/^--hold(=|$)/', $token) && [] !== $held) {
                $strokes[] = array_shift($held);
            }
        }

        return [...$strokes, ...$wanted, ...$held];
    }

    /** @return list<Stroke> */
    private static function strokes(InputInterface $input, string $option, bool $wanted): array
    {
        $strokes = [];
        foreach ((array) $input->getOption($option) as $text) {
            $points = Places::of(\is_scalar($text) ? (string) $text : '', $option);
            if ([] === $points || \count($points) > self::MOST_PLACES) {
                throw new UsageError(\sprintf('--%s: a stroke has 1 to %d places, for example "0.4,0.55 0.45,0.56".', $option, self::MOST_PLACES));
            }
            $strokes[] = new Stroke($wanted, 1 === \count($points) ? StrokeShape::Point : StrokeShape::Path, $points, '#808080');
        }

        return $strokes;
    }
}
