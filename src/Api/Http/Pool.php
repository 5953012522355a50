<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\Routing\RouteCollection;

/**
 * Which of PHP's processes answer a route, as an option of the route. Those that answer at once do, unless it says otherwise: what takes long
 * must not keep these waiting.
 */
final class Pool
{
    /** Options of a route that may take long. */
    public const TAKES_LONG = [self::OPTION => self::PATIENT];
    /** Of one that may take long unless a draft is asked for. */
    public const QUICK_AS_DRAFT = [self::OPTION => self::UNLESS_DRAFT];
    /** Of one that large files are sent to: they go to the disk as they come, and PHP is told where they are. */
    public const TAKES_FILES = [self::OPTION => self::FILES];

    private const OPTION = 'pool';
    private const PATIENT = 'patient';
    private const UNLESS_DRAFT = 'unless draft';
    private const FILES = 'files';

    /**
     * For the web server: lines of a map from "path draft" to the patient processes.
     */
    public static function map(RouteCollection $routes): string
    {
        $lines = [];
        foreach ([self::PATIENT => ' ', self::UNLESS_DRAFT => ' (?!(1|true)$)'] as $pool => $end) {
            foreach (self::patterns($routes, $pool) as $pattern) {
                $lines[] = \sprintf('"~^%s%s" patient;', $pattern, $end);
            }
        }

        return implode("\n        ", $lines);
    }

    /** Patterns of the paths that large files are sent to, as one. */
    public static function files(RouteCollection $routes): string
    {
        return implode('|', self::patterns($routes, self::FILES));
    }

    /** @return list<string> regular expressions of paths, without anchors */
    private static function patterns(RouteCollection $routes, string $pool): array
    {
        $patterns = [];
        foreach ($routes as $route) {
            if ($pool === $route->getOption(self::OPTION)) {
                // The web server needs no names of their parts, and "{" would begin a block of its own.
                $patterns[] = (string) preg_replace(['/^\{\^(.*)\$\}\w*$/', '/\(\?P<\w+>/', '/\{/'], ['$1', '(?:', '\\{'], $route->compile()->getRegex());
            }
        }

        return array_values(array_unique($patterns));
    }
}
