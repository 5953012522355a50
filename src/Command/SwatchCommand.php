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
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;

#[AsCommand('swatch', 'Evaluates a look exactly on single colours')]
final class SwatchCommand extends Command
{
    /** Colours evaluated at once. */
    private const BLOCK = 4096;

    protected function configure(): void
    {
        $this->addArgument('colours', InputArgument::IS_ARRAY, 'colours as #rrggbb or r,g,b with numbers 0 to 1; without any, one a line from standard input')
            ->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'the look file')
            ->addOption('json', null, InputOption::VALUE_NONE, 'one JSON object a line, at full precision')
            ->setHelp("Prints each colour as it comes out of the look.\nWith --json: \"in\" and \"out\" are encoded sRGB, \"weights\" has for each move the weight of its reach, 0 to 1, before strength and on/off.");
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $grade = Files::look($input);
        $json = true === $input->getOption('json');
        $given = $input->getArgument('colours');
        $block = [];
        foreach ([] === $given ? self::lines() : (array) $given as $number => $text) {
            \assert(\is_string($text));
            $block[] = [$text, self::colour($text, [] === $given && \is_int($number) ? $number : null)];
            if (self::BLOCK === \count($block)) {
                self::print($block, $grade, $json, $output);
                $block = [];
            }
        }
        self::print($block, $grade, $json, $output);

        return self::SUCCESS;
    }

    /** @return \Generator<int, string> non-empty lines by their number */
    private static function lines(): \Generator
    {
        for ($number = 1; false !== ($line = fgets(\STDIN)); ++$number) {
            if ('' !== trim($line)) {
                yield $number => trim($line);
            }
        }
    }

    /** @return array{0: float, 1: float, 2: float} */
    private static function colour(string $text, ?int $line): array
    {
        $where = null === $line ? '' : "Line $line: ";
        if (str_starts_with($text, '#')) {
            try {
                return Hex::parse($text);
            } catch (\InvalidArgumentException $e) {
                throw new UsageError($where.$e->getMessage(), 0, $e);
            }
        }
        $parts = array_map('trim', explode(',', $text));
        if (3 !== \count($parts) || 3 !== \count(array_filter($parts, is_numeric(...)))) {
            throw new UsageError(\sprintf('%s"%s" is not a colour: write #rrggbb, or three numbers from 0 to 1 as 0.8,0.5,0.1.', $where, $text));
        }
        [$r, $g, $b] = array_map(floatval(...), $parts);
        if (min($r, $g, $b) < 0.0 || max($r, $g, $b) > 1.0) {
            throw new UsageError(\sprintf('%s"%s" is out of range: each of the three numbers lies from 0 to 1.', $where, $text));
        }

        return [$r, $g, $b];
    }

    /** @param list<array{0: string, 1: array{0: float, 1: float, 2: float}}> $block */
    private static function print(array $block, Grade $grade, bool $json, OutputInterface $output): void
    {
        if ([] === $block) {
            return;
        }
        $colours = ColourBlock::of(Srgb::class, array_column($block, 1));
        $result = Evaluator::evaluate($grade, new Colours($colours), array_keys($grade->moves));
        foreach ($block as $i => [$text]) {
            [$r, $g, $b] = $result->colours->at($i);
            if ($json) {
                $line = json_encode([
                    'in' => $colours->at($i),
                    'out' => [$r, $g, $b],
                    'weights' => array_column($result->weights, $i),
                ], \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION);
            } else {
                $line = \sprintf('%s → %s  (%.4F, %.4F, %.4F)', $text, Hex::format($r, $g, $b), $r, $g, $b);
            }
            $output->writeln($line, OutputInterface::OUTPUT_RAW);
        }
    }
}
