<?php

declare(strict_types=1);

if (!is_file(__DIR__.'/../vendor/autoload.php')) {
    fwrite(\STDERR, "Tovrin's PHP packages are not installed yet. Run \"make demo\" in the project's folder, which installs them.\n");
    exit(1);
}
require __DIR__.'/../vendor/autoload.php';

exit(Tovrin\App\Command\CommandLine::run());
