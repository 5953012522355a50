<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Symfony\Component\DependencyInjection\EnvVarProcessorInterface;

/**
 * The address of a room: "%env(room:quick:TOVRIN_QUEUE)%" is the setting TOVRIN_QUEUE with every "{room}" in it replaced
 * by "quick", so that one setting places all rooms in any system that Symfony Messenger can speak to.
 */
final class QueueDsn implements EnvVarProcessorInterface
{
    /** The same SQLite database. What a worker that died had in hand comes back after ten minutes, if nobody takes it up before. */
    public const DEFAULT = 'doctrine://default?queue_name={room}&redeliver_timeout=600&auto_setup=false';

    public function getEnv(string $prefix, string $name, \Closure $getEnv): string
    {
        [$room, $setting] = explode(':', $name, 2) + [1 => ''];
        $dsn = $getEnv($setting);
        $dsn = \is_string($dsn) ? $dsn : '';
        if (!str_contains($dsn, '{room}')) {
            throw new \InvalidArgumentException(\sprintf('%s must hold "{room}" in the place of the name of a queue, for example %s', $setting, self::DEFAULT));
        }

        return str_replace('{room}', $room, $dsn);
    }

    public static function getProvidedTypes(): array
    {
        return ['room' => 'string'];
    }
}
