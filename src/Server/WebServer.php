<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Process\Sockets;

/**
 * nginx and PHP's FastCGI processes, set up by files of Tovrin's own in the data folder, on loopback; the system's own web
 * server, if it runs one, is not touched.
 */
final readonly class WebServer
{
    /** Of picture files, and of everything else that is sent. */
    private const UPLOAD_MOST = '1000m';
    private const BODY_MOST = '16m';

    /** @param array{patient: string, files: string} $pools see Kernel::pools() */
    public function __construct(private string $projectDir, private string $dataDir, private int $port, private Settings $settings, private array $pools)
    {
    }

    /** The folder for what only matters while Tovrin is served. */
    public static function runDir(string $dataDir): string
    {
        return Sockets::runDir($dataDir);
    }

    /**
     * Writes the configuration, over what an earlier run has left.
     *
     * @param list<string> $phpOptions as the command line has them
     *
     * @return list<Program>
     *
     * @throws UsageError when a program is missing, or a path cannot be used
     */
    public function programs(array $phpOptions): array
    {
        foreach ([$this->projectDir, $this->dataDir] as $path) {
            if (1 === preg_match('/["\\\\$\x00-\x1F]/', $path)) {
                throw new UsageError(\sprintf('The folder "%s" cannot be served from: its path has a quotation mark, a dollar sign or a backslash in it. Use another one; TOVRIN_DATA names the data folder.', $path));
            }
        }
        $nginx = self::find('nginx', 'nginx-light');
        self::checkUsualFolder($nginx);
        $fpm = self::find(\sprintf('php-fpm%d.%d', \PHP_MAJOR_VERSION, \PHP_MINOR_VERSION), 'php-fpm', 'php-fpm');
        $run = self::runDir($this->dataDir);
        $files = new Filesystem();
        $files->mkdir($run, 0o700);
        foreach (['nginx.conf', 'parameters.conf', 'waiting.conf', 'php-fpm.conf'] as $name) {
            $files->dumpFile("$run/$name", $this->filled((string) file_get_contents(__DIR__."/config/$name"), $run));
            $files->chmod("$run/$name", 0o600);
        }

        // What was compiled for the command line counts on functions that are only there.
        $options = array_merge(...array_values(array_filter(array_chunk($phpOptions, 2), static fn (array $pair): bool => !str_starts_with($pair[1] ?? '', 'opcache.file_cache='))));

        return [
            new Program('php', [$fpm, '--nodaemonize', ...0 === posix_geteuid() ? ['--allow-to-run-as-root'] : [], '--fpm-config', "$run/php-fpm.conf", ...$options, '-d', 'log_errors=1', '-d', 'error_log='.$this->log()], true, fn () => $files->remove(glob($this->sockets().'/*.sock') ?: [])),
            // What it had received and not handed on is nobody's when it starts.
            new Program('web', [$nginx, '-e', $this->log(), '-p', $run, '-c', "$run/nginx.conf"], true, fn () => $files->remove([...glob("$run/{bodies,answers}", \GLOB_BRACE) ?: [], Sockets::events($this->dataDir)]), [$this->sockets().'/prompt.sock', $this->sockets().'/patient.sock', $this->sockets().'/work.sock']),
        ];
    }

    public function log(): string
    {
        return $this->dataDir.'/errors.log';
    }

    private function filled(string $template, string $run): string
    {
        $key = $this->settings->key;
        $root = 0 === posix_geteuid();
        $door = WorkerDoor::of($this->dataDir);
        // First what has places of its own to be filled.
        $template = strtr($template, ['{door}' => null === $door ? '' : strtr((string) file_get_contents(__DIR__.'/config/door.conf'), ['{workers-at}' => $door->at, '{certificate}' => $door->certificate])]);

        return strtr($template, [
            '{project}' => $this->projectDir,
            '{data}' => $this->dataDir,
            '{run}' => $run,
            '{sockets}' => $this->sockets(),
            '{nchan}' => self::nchan(),
            '{log}' => $this->log(),
            '{port}' => (string) $this->port,
            '{hosts}' => implode(' ', [...Settings::OWN_HOSTS, ...$this->settings->hosts]),
            '{patient}' => $this->pools['patient'],
            '{files}' => $this->pools['files'],
            '{body}' => self::BODY_MOST,
            '{upload}' => self::UPLOAD_MOST,
            '{locked}' => null === $key ? '0' : '1',
            '{keys}' => null === $key ? '' : \sprintf("\"~^%1\$s \" 0;\n        \"~ %1\$s$\" 0;", $key),
            // Whoever starts it as root means it to work as root: it would not be let into the data folder as anybody else.
            '{web-user}' => $root ? 'user root;' : '',
            '{pool-user}' => $root ? "user = root\ngroup = root" : '',
        ]);
    }

    /** @throws UsageError */
    private function sockets(): string
    {
        $folder = Sockets::folder($this->dataDir);
        if ($folder !== self::runDir($this->dataDir)) {
            @mkdir($folder, 0o700);
            if (fileowner($folder) !== posix_geteuid() || 0o700 !== (fileperms($folder) & 0o777)) {
                throw new UsageError(\sprintf('The path of the data folder "%s" is too long for the sockets of the web server, and "%s" is somebody else’s. Set TOVRIN_DATA to a shorter path.', $this->dataDir, $folder));
            }
        }

        return $folder;
    }

    /** nginx's own module that holds the connections of open windows. */
    private static function nchan(): string
    {
        foreach (['/usr/lib/nginx/modules', '/usr/lib64/nginx/modules', '/usr/local/lib/nginx/modules'] as $folder) {
            if (is_file($folder.'/ngx_nchan_module.so')) {
                return $folder.'/ngx_nchan_module.so';
            }
        }

        throw new UsageError('nginx lacks its module "nchan", which tells open windows what has changed. Install Debian\'s package libnginx-mod-nchan, or run "make demo", which does.');
    }

    /** The module wants nginx's usual folder for what is sent in, whichever the settings name; only root can make it. */
    private static function checkUsualFolder(string $nginx): void
    {
        $said = (new Process([$nginx, '-V']))->mustRun()->getErrorOutput();
        if (1 === preg_match('/--http-client-body-temp-path=(\S+)/', $said, $match) && 0 !== posix_geteuid() && !is_dir($match[1])) {
            throw new UsageError(\sprintf('nginx needs the folder "%1$s", which only root can make. Run "sudo mkdir -p %1$s" once, or "make demo", which does.', $match[1]));
        }
    }

    private static function find(string $name, string $package, ?string $else = null): string
    {
        $finder = new ExecutableFinder();
        foreach (array_filter([$name, $else]) as $one) {
            // Debian keeps such programs where only root's shell looks.
            $found = $finder->find($one, null, ['/usr/sbin', '/usr/local/sbin', '/sbin']);
            if (null !== $found) {
                return $found;
            }
        }

        throw new UsageError(\sprintf('The program "%s" is missing. Install Debian\'s package %s, or run "make demo", which does.', $name, $package));
    }
}
