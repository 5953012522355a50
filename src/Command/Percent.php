<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Output\OutputInterface;

/** Says how far long work is: a line for every tenth. */
final class Percent
{
    private int $told = -1;

    public function __construct(private readonly OutputInterface $output)
    {
    }

    /** @param float $share done, 0…1 */
    public function tell(string $stage, float $share): void
    {
        $tenth = (int) floor(10 * $share);
        if ($tenth > $this->told && $tenth < 10) {
            $this->told = $tenth;
            $this->output->writeln(\sprintf('%s … %d %%', $stage, 10 * $tenth), OutputInterface::OUTPUT_RAW);
        }
    }
}
