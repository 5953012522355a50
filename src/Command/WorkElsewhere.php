<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Imaging\Native\ForkedProcess;
use Tovrin\App\Kernel;
use Tovrin\App\Machines\Front;
use Tovrin\App\Machines\FrontAddress;
use Tovrin\App\Machines\Heartbeat;
use Tovrin\App\Machines\RemoteWorker;
use Tovrin\App\Machines\SourceCache;
use Tovrin\App\Process\Stopping;

/** "bin/tovrin work --front": a worker on a machine without the data. */
final readonly class WorkElsewhere
{
    /** Processes of one machine that share a folder. */
    private const PLACES = 256;

    public static function run(InputInterface $input, OutputInterface $output): int
    {
        FileModes::close();
        $say = static fn (string $line) => $output->writeln('[work] '.$line, OutputInterface::OUTPUT_RAW);
        $address = FrontAddress::of((string) Files::option($input, 'front'), (string) getenv('TOVRIN_WORKER_KEY'), Files::option($input, 'ca'));
        $most = self::bytes((string) Files::option($input, 'cache'));
        $folder = rtrim(Files::option($input, 'folder') ?? \dirname(__DIR__, 2).'/var/worker', '/');
        self::make($folder.'/cache');
        [$place, $lock] = self::place($folder);
        $own = "$folder/$place";
        self::make($own.'/run/locks');
        // What a task needs lies here, as it does in a data folder; it is emptied at the start.
        (new Filesystem())->remove([$own.'/photos', $own.'/result', $own.'/kept', $own.'/tables']);
        foreach (['TOVRIN_DATA' => $own] as $name => $value) {
            putenv("$name=$value");
            $_ENV[$name] = $_SERVER[$name] = $value;
        }
        $id = self::id($folder).'-'.$place;
        $title = Files::option($input, 'name') ?? (string) gethostname();
        $heart = Heartbeat::begin($address, $id);
        $kernel = Kernel::booted();
        $worker = $kernel->getContainer()->get(RemoteWorker::class);
        $stopping = $kernel->getContainer()->get(Stopping::class);
        \assert($worker instanceof RemoteWorker && $stopping instanceof Stopping);
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM] as $signal) {
            pcntl_signal($signal, static function () use ($stopping): void {
                $stopping->wanted = true;
            });
        }
        try {
            $goesOn = $worker->run(new Front($address), new SourceCache($folder.'/cache', $most), $id, bin2hex(random_bytes(8)), 1 === $place ? $title : "$title $place", $say);
        } finally {
            $heart < 1 || ForkedProcess::end($heart);
        }
        if ($goesOn) {
            // Whatever large pictures left in this process goes with it; the same command goes on in a new one.
            fclose($lock);
            $options = preg_split('/\s+/', trim((string) getenv('TOVRIN_PHP_OPTIONS')), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
            /** @var list<string> $arguments */
            $arguments = $_SERVER['argv'] ?? [];
            pcntl_exec(\PHP_BINARY, [...$options, ...$arguments]);
        }
        $say('Stopped.');

        return 0;
    }

    /** @return array{int, resource} the first place that no process of this machine has, and the lock on it */
    private static function place(string $folder): array
    {
        for ($place = 1; $place <= self::PLACES; ++$place) {
            $lock = @fopen("$folder/place-$place.lock", 'ce');
            if (false !== $lock && flock($lock, \LOCK_EX | \LOCK_NB)) {
                return [$place, $lock];
            }
        }

        throw new UsageError(\sprintf('The folder "%s" cannot be written to, or has no place for one more worker.', $folder));
    }

    /** The same as long as the folder is. */
    private static function id(string $folder): string
    {
        $path = $folder.'/id';
        $file = @fopen($path, 'c+');
        if (false === $file || !flock($file, \LOCK_EX)) {
            throw new UsageError(\sprintf('The folder "%s" cannot be written to. Check who owns it; --folder names another one.', $folder));
        }
        $id = trim((string) stream_get_contents($file));
        if (1 !== preg_match('/^[0-9a-f]{16}$/D', $id)) {
            $id = bin2hex(random_bytes(8));
            ftruncate($file, 0);
            rewind($file);
            if (16 !== fwrite($file, $id)) {
                throw new UsageError(\sprintf('The disk of the folder "%s" is full. Free some space and start again.', $folder));
            }
        }
        fclose($file);

        return $id;
    }

    private static function make(string $folder): void
    {
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw new UsageError(\sprintf('The folder "%s" cannot be made. Make it yourself, or name another one with --folder.', $folder));
        }
    }

    /** @return int bytes; "500M" and "20G" are understood */
    private static function bytes(string $given): int
    {
        if (1 !== preg_match('/^(\d{1,9})([MG])$/D', strtoupper($given), $found) || 0 === (int) $found[1]) {
            throw new UsageError(\sprintf('--cache %s: give a size such as 500M or 20G.', $given));
        }

        return (int) $found[1] * ('G' === $found[2] ? 1_000_000_000 : 1_000_000);
    }
}
