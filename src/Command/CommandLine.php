<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Application;
use Symfony\Component\Console\Exception\ExceptionInterface;
use Symfony\Component\Console\Input\ArgvInput;
use Symfony\Component\Console\Output\ConsoleOutput;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Release;

/** The application behind bin/tovrin. */
final class CommandLine
{
    /** Exit code for bad input, as for a wrong option. */
    public const BAD_INPUT = 2;

    public static function run(): int
    {
        if (!stream_isatty(\STDOUT) && false === getenv('COLUMNS')) {
            // Else two programs would be started to find out how wide a terminal is that is not there.
            putenv('COLUMNS=120');
            putenv('LINES=50');
        }
        $application = new Application('Tovrin', Release::VERSION);
        $application->setAutoExit(false);
        $application->setCatchExceptions(false);
        $application->addCommands([
            new DemoCommand(),
            new ServeCommand(),
            new WorkCommand(),
            new WorkerKeyCommand(),
            new WorkersCommand(),
            new BackupCommand(),
            new RestoreCommand(),
            new ExportSetCommand(),
            new ImportSetCommand(),
            new RenderCommand(),
            new ApplyCommand(),
            new WatchCommand(),
            new ChartCommand(),
            new ChooseCommand(),
            new MatteCommand(),
            new CheckCommand(),
            new CubeCommand(),
            new SwatchCommand(),
            new SchemaCommand(),
        ]);
        $output = new CheckedOutput();
        try {
            return $application->run(new ArgvInput(), $output);
        } catch (UsageError|ExceptionInterface $e) {
            // Plain text: a colour or path in the message must not be taken for markup.
            $output->getErrorOutput()->writeln('tovrin: '.$e->getMessage(), ConsoleOutput::OUTPUT_RAW);

            return self::BAD_INPUT;
        } catch (BrokenOutput $e) {
            // Whoever reads it may have enough, as "head" has; a full disk is told of.
            if (!$e->isEnough) {
                $output->getErrorOutput()->writeln('tovrin: what was to be printed could not be written: the disk is full or has failed. Free some space and try again.', ConsoleOutput::OUTPUT_RAW);
            }

            return 1;
        } catch (\Throwable $e) {
            $output->getErrorOutput()->writeln(\sprintf('tovrin: something went wrong that should not have: %s (%s:%d)', $e->getMessage(), $e->getFile(), $e->getLine()), ConsoleOutput::OUTPUT_RAW);

            return 1;
        }
    }
}
