<?php

// The entry point of the interface that the studio speaks to; the web server answers everything else itself.

declare(strict_types=1);

require_once dirname(__DIR__).'/vendor/autoload.php';

exit(Tovrin\App\Server\FrontDoor::answer());
