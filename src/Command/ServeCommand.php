<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Kernel;
use Tovrin\App\Server\Database;
use Tovrin\App\Server\Supervisor;

#[AsCommand('serve', 'Serves the studio on this computer, with the export worker')]
final class ServeCommand extends Command
{
    public const DEFAULT_PORT = '7310';

    protected function configure(): void
    {
        $this->addOption('port', 'p', InputOption::VALUE_REQUIRED, 'port on 127.0.0.1', self::DEFAULT_PORT);
    }

    /** Containers of sources that are no more; see Kernel::buildStamp(). */
    private static function clearOldContainers(Kernel $kernel): void
    {
        $now = $kernel->getCacheDir();
        (new Filesystem())->remove(array_filter(glob(\dirname($now).'/'.$kernel->getEnvironment().'*') ?: [], static fn (string $path): bool => $path !== $now));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $port = Files::option($input, 'port') ?? '';
        if (1 !== preg_match('/^\d{1,5}$/D', $port) || (int) $port < 1 || (int) $port > 65535) {
            throw new UsageError(\sprintf('--port %s is not possible: give a number from 1 to 65535.', $port));
        }
        $kernel = Kernel::booted();
        Database::migrate($kernel);
        $kernel->shutdown();
        self::clearOldContainers($kernel);
        // Children find the same container, even while the sources change under them.
        putenv('TOVRIN_BUILD='.Kernel::buildStamp());
        $bin = $kernel->getProjectDir().'/bin/tovrin.php';
        $supervisor = new Supervisor($kernel->getProjectDir(), '127.0.0.1', (int) $port, Kernel::dataDir().'/errors.log', ['work' => [$bin, 'work'], 'quick work' => [$bin, 'work', '--quick']]);

        return $supervisor->run(
            static fn (string $line) => $output->writeln($line, OutputInterface::OUTPUT_RAW),
            static fn () => $output->writeln([\sprintf('Tovrin is served at http://127.0.0.1:%s/', $port), 'Press Ctrl+C to stop.'], OutputInterface::OUTPUT_RAW),
        );
    }
}
