<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Exception\IOException;
use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Delivery\PictureLook;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Delivery\WatchedFolder;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Files\OwnedName;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\PictureError;

#[AsCommand('watch', 'Renders pictures that are dropped into a folder through a look, as they come')]
final class WatchCommand extends Command
{
    private const LOOK_MICROSECONDS = 500_000;
    /** After a full disk, or a folder that was not there. */
    private const WAIT_SECONDS = 10;
    /** With less room than this a failure to write is the disk's, not the picture's. */
    private const ROOM_LEAST = 20_000_000;
    private const NAMES_MOST = 1000;
    /** Unfinished files have it in their names. */
    private const MARK = 'watch-';

    private bool $stopping = false;

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'the folder that pictures are dropped into')
            ->addArgument('out', InputArgument::REQUIRED, 'the folder for finished pictures')
            ->addOption('look', 'l', InputOption::VALUE_REQUIRED, 'the look file')
            ->addOption('start', null, InputOption::VALUE_REQUIRED, 'a look file that each picture begins with, always fitted to it')
            ->addOption('fit', null, InputOption::VALUE_NONE, 'fit the look to each picture')
            ->addOption('rest', null, InputOption::VALUE_REQUIRED, 'seconds that a file has to stay as it is before it counts as complete', '3')
            ->addOption('once', null, InputOption::VALUE_NONE, 'end when nothing is waiting any more, instead of watching on')
            ->setHelp("Finished originals are moved to IN/done, those that cannot be used to IN/failed, beside a note that says why. Files that are still being written\nare waited for. Nothing is written over; a killed watcher goes on where it was. Ctrl+C ends it after the picture at hand.");
        PictureOptions::add($this);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$in, $out] = [$input->getArgument('in'), $input->getArgument('out')];
        \assert(\is_string($in) && \is_string($out));
        self::refuseFolders($in, $out);
        $rest = $input->getOption('rest');
        if (!is_numeric($rest) || $rest < 0 || $rest > 3600) {
            throw new UsageError('--rest must be a number of seconds from 0 to 3600.');
        }
        $grade = Files::look($input);
        $start = $input->getOption('start');
        $looks = new PictureLook($grade->withoutAreas(), true === $input->getOption('fit'), \is_string($start) ? Files::lookAt($start) : null);
        // Wrong options are told at once, not when the first picture comes.
        PictureOptions::wanted($input, 'a.jpg');
        $lock = fopen($in.'/.tovrin-watch', 'c');
        if (false === $lock || !flock($lock, \LOCK_EX | \LOCK_NB)) {
            throw new UsageError(\sprintf('The folder "%s" is watched already. End that watcher first.', $in));
        }
        self::sweep($out);
        $this->listen();
        $folder = new WatchedFolder(rtrim($in, '/'), (float) $rest);
        $output->writeln(\sprintf('Watching %s', $in));
        while (!$this->stopping) {
            $worked = $this->turn($folder, $out, $grade->name, $looks, $input, $output);
            if (!$worked && 0 === $folder->waiting() && true === $input->getOption('once')) {
                break;
            }
            $worked || usleep(self::LOOK_MICROSECONDS);
        }

        return self::SUCCESS;
    }

    /** One look at the folder. @return bool whether there was anything to do */
    private function turn(WatchedFolder $folder, string $out, string $look, PictureLook $looks, InputInterface $input, OutputInterface $output): bool
    {
        try {
            $complete = $folder->complete();
            foreach ($complete as $name) {
                if ($this->stopping) {
                    break;
                }
                $this->one($folder, $name, $out, $look, $looks, $input, $output);
            }

            return [] !== $complete;
        } catch (IOException $e) {
            $output->writeln(\sprintf('%s Waiting until it is mended.', rtrim($e->getMessage(), '.').'.'));
            $this->wait();

            return true;
        }
    }

    private function one(WatchedFolder $folder, string $name, string $out, string $look, PictureLook $looks, InputInterface $input, OutputInterface $output): void
    {
        $picture = $folder->path($name);
        try {
            $grade = $looks->of($picture);
            $target = $out.'/'.PictureLook::fileName($name, $look);
            $wanted = PictureOptions::wanted($input, $target);
            $written = self::written($target, $name, static fn (string $part) => Rendering::file($picture, $name, $grade, $wanted, $part, static function (): void {}));
            $folder->done($name);
            $output->writeln(\sprintf('Wrote %s', $written), OutputInterface::OUTPUT_RAW);
        } catch (PictureError|UsageError $e) {
            if (!is_dir($out) || @disk_free_space($out) < self::ROOM_LEAST) {
                throw new IOException($e->getMessage());
            }
            $folder->setAside($name, $e->getMessage());
            $output->writeln(\sprintf('%s was set aside: %s', $name, $e->getMessage()), OutputInterface::OUTPUT_RAW);
        }
    }

    /**
     * Writes a picture under the first name that no other file has. One that a killed watcher has finished is found to be the same.
     *
     * @param \Closure(string): mixed $make told the path to write to
     *
     * @return string the path
     */
    private static function written(string $path, string $name, \Closure $make): string
    {
        $ending = pathinfo($path, \PATHINFO_EXTENSION);
        // Rendered once, whatever names are taken.
        $mark = self::MARK.substr(hash('xxh128', $name), 0, 12);
        $rendered = \dirname($path)."/.$mark.".OwnedName::mark().'.part';
        try {
            $make($rendered);
            for ($n = 1;; ++$n) {
                $target = 1 === $n ? $path : substr($path, 0, -\strlen($ending) - 1)."-$n.$ending";
                try {
                    AtomicFile::makeNew($target, static fn (string $part) => (new Filesystem())->copy($rendered, $part, true), $mark);

                    return $target;
                } catch (PictureError $e) {
                    if (!$e->nameTaken || $n >= self::NAMES_MOST) {
                        throw $e;
                    }
                }
            }
        } finally {
            @unlink($rendered);
        }
    }

    private static function refuseFolders(string $in, string $out): void
    {
        if (!is_dir($in)) {
            throw new UsageError(\sprintf('There is no folder "%s" to watch. Make it first, or name another one.', $in));
        }
        if (!is_dir($out) && !@mkdir($out, 0o777, true) && !is_dir($out)) {
            throw new UsageError(\sprintf('The folder "%s" cannot be made. Check the path, or name another one.', $out));
        }
        if (realpath($in) === realpath($out)) {
            throw new UsageError('What is finished cannot go into the folder that is watched: it would come in again. Name another folder.');
        }
    }

    /** What killed watchers have left unfinished. */
    private static function sweep(string $out): void
    {
        foreach (glob($out.'/.'.self::MARK.'*.part') ?: [] as $path) {
            if (OwnedName::isAbandoned($path)) {
                @unlink($path);
            }
        }
    }

    private function listen(): void
    {
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM] as $signal) {
            pcntl_signal($signal, function (): void {
                $this->stopping = true;
            });
        }
    }

    private function wait(): void
    {
        for ($i = 0; $i < 10 * self::WAIT_SECONDS && !$this->stopping; ++$i) {
            usleep(100_000);
        }
    }
}
