<?php

declare(strict_types=1);

// The framework calls these functions of PHP 8.5 when it reports errors. The package that usually
// supplies them is not to be had everywhere, so they are shipped here.

if (!function_exists('get_error_handler')) {
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(null);
        restore_error_handler();

        return $handler;
    }
}

if (!function_exists('get_exception_handler')) {
    function get_exception_handler(): ?callable
    {
        $handler = set_exception_handler(null);
        restore_exception_handler();

        return $handler;
    }
}
