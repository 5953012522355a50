<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Kernel;
use Tovrin\App\Queue\Rooms;

/** From a data folder and a port to a studio that is served: everything is checked, and the folder locked, before anything is changed. */
final readonly class Startup
{
    private function __construct(public Kernel $kernel, private string $data, private int $port, private Settings $settings, private FolderLock $lock)
    {
    }

    /**
     * Opens the data folder for serving and brings its database up to date.
     *
     * @param string|null            $port null when it is only to be filled
     * @param callable(string): void $say told what is done, a line at a time
     *
     * @throws UsageError when it cannot be served
     */
    public static function begin(?string $port, callable $say): self
    {
        if (null !== $port && (1 !== preg_match('/^\d{1,5}$/D', $port) || (int) $port < 1 || (int) $port > 65535)) {
            throw new UsageError(\sprintf('--port %s is not possible: give a number from 1 to 65535.', $port));
        }
        FileModes::close();
        $settings = Settings::read();
        $data = DataFolder::opened();
        $lock = FolderLock::taken($data);
        Running::endLeftovers($data);
        null === $port || self::refusePort((int) $port);
        $kernel = Kernel::booted();
        Database::migrate($kernel, $say);
        if (null !== $port) {
            $rooms = $kernel->getContainer()->get(Rooms::class);
            \assert($rooms instanceof Rooms);
            $rooms->prepare() || $say('The queue’s server does not answer. What is asked for is kept, and handed on when it does.');
        }

        return new self($kernel, $data, (int) $port, $settings, $lock);
    }

    /**
     * Serves until told to stop.
     *
     * @param callable(string): void $say told what happens, a line at a time
     *
     * @return int exit code
     */
    public function serve(callable $say): int
    {
        $project = $this->kernel->getProjectDir();
        $pools = $this->kernel->pools();
        $this->kernel->shutdown();
        $this->clearOldContainers();
        // Children find the same container, even while the sources change under them.
        putenv('TOVRIN_BUILD='.Kernel::buildStamp());
        putenv('TMPDIR='.DataFolder::temporary($this->data));
        $options = preg_split('/\s+/', trim((string) getenv('TOVRIN_PHP_OPTIONS')), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        $worker = [\PHP_BINARY, ...$options, $project.'/bin/tovrin.php', 'work'];
        $programs = [
            ...(new WebServer($project, $this->data, $this->port, $this->settings, $pools))->programs($options),
            ...$this->settings->worksElsewhere ? [new Program('work', [...$worker, '--own'], false)] : [new Program('work', $worker, false), new Program('quick work', [...$worker, '--quick'], false)],
        ];
        $supervisor = new Supervisor($project, $this->data, $this->port, $programs, $this->settings->key);

        $code = $supervisor->run($say, function () use ($say): void {
            $say(\sprintf('Tovrin is served at http://127.0.0.1:%d/', $this->port));
            $say('Press Ctrl+C to stop.');
        });
        $this->lock->release();

        return $code;
    }

    /** Containers of sources that are no more; see Kernel::buildStamp(). */
    private function clearOldContainers(): void
    {
        $now = $this->kernel->getCacheDir();
        (new Filesystem())->remove(array_filter(glob(\dirname($now).'/'.$this->kernel->getEnvironment().'*') ?: [], static fn (string $path): bool => $path !== $now));
    }

    private static function refusePort(int $port): void
    {
        $probe = @stream_socket_server('tcp://127.0.0.1:'.$port, $code, $reason);
        if (false === $probe) {
            $other = $port < 65535 ? $port + 1 : $port - 1;
            throw new UsageError(\sprintf('Port %d is taken (%s). Choose another one: bin/tovrin serve --port %3$d, or make demo PORT=%3$d.', $port, strtolower((string) $reason), $other));
        }
        fclose($probe);
    }
}
