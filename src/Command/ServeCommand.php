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
use Tovrin\App\Server\DataFolder;
use Tovrin\App\Server\FileModes;
use Tovrin\App\Server\Program;
use Tovrin\App\Server\Running;
use Tovrin\App\Server\Settings;
use Tovrin\App\Server\Supervisor;
use Tovrin\App\Server\WebServer;

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
        FileModes::close();
        $port = (int) $port;
        $settings = Settings::read();
        $data = DataFolder::opened();
        $this->refuseTaken($data, $port);
        Running::endLeftovers($data);
        $kernel = Kernel::booted();
        $this->refusePort($port);
        Database::migrate($kernel);
        $project = $kernel->getProjectDir();
        $kernel->shutdown();
        self::clearOldContainers($kernel);
        // Children find the same container, even while the sources change under them.
        putenv('TOVRIN_BUILD='.Kernel::buildStamp());
        putenv('TMPDIR='.DataFolder::temporary($data));
        $options = preg_split('/\s+/', trim((string) getenv('TOVRIN_PHP_OPTIONS')), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        $worker = [\PHP_BINARY, ...$options, $project.'/bin/tovrin.php', 'work'];
        $programs = [...(new WebServer($project, $data, $port, $settings))->programs($options), new Program('work', $worker, false), new Program('quick work', [...$worker, '--quick'], false)];
        $supervisor = new Supervisor($project, $data, $port, $programs, $settings->key);

        return $supervisor->run(
            static fn (string $line) => $output->writeln($line, OutputInterface::OUTPUT_RAW),
            static fn () => $output->writeln([\sprintf('Tovrin is served at http://127.0.0.1:%d/', $port), 'Press Ctrl+C to stop.'], OutputInterface::OUTPUT_RAW),
        );
    }

    private function refuseTaken(string $data, int $port): void
    {
        $there = Running::portOf($data);
        if (null !== $there) {
            throw new UsageError($there === $port
                ? \sprintf('Port %1$d is taken: Tovrin is served there already, from this data folder. Open http://127.0.0.1:%1$d/, or stop it first.', $port)
                : \sprintf('Tovrin is served already from the data folder "%s", at http://127.0.0.1:%d/. Stop that one first, or name another data folder with TOVRIN_DATA.', $data, $there));
        }
    }

    private function refusePort(int $port): void
    {
        $probe = @stream_socket_server('tcp://127.0.0.1:'.$port, $code, $reason);
        if (false === $probe) {
            $other = $port < 65535 ? $port + 1 : $port - 1;
            throw new UsageError(\sprintf('Port %d is taken (%s). Choose another one: bin/tovrin serve --port %3$d, or make demo PORT=%3$d.', $port, strtolower((string) $reason), $other));
        }
        fclose($probe);
    }
}
