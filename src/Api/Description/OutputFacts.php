<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Description;

use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\OutputSetting;
use Tovrin\App\Imaging\Encode\Profile;

/** What formats and encodings say of themselves, as TypeScript for the studio; `bin/tovrin schema` keeps it in the repository. */
final class OutputFacts
{
    public const FILE = __DIR__.'/../../../studio/src/features/deliver/declared.ts';

    public static function typescript(): string
    {
        $formats = array_map(static fn (ExportFormat $format): string => self::entry([
            'format' => $format->value,
            'title' => $format->title(),
            'help' => $format->help(),
            'has' => array_map(static fn (OutputSetting $setting): string => $setting->value, $format->settings()),
        ]), ExportFormat::cases());
        $profiles = array_map(static fn (Profile $profile): string => self::entry([
            'value' => $profile->value,
            'title' => $profile->title(),
            'help' => $profile->help(),
            'needsDepth' => $profile->needsDepth(),
        ]), Profile::cases());
        $settings = implode(' | ', array_map(static fn (OutputSetting $setting): string => \sprintf("'%s'", $setting->value), OutputSetting::cases()));

        [$formats, $profiles] = [implode("\n", $formats), implode("\n", $profiles)];

        return <<<TS
            // Written by "bin/tovrin schema" from what the formats and encodings say of themselves.
            import type { ExportFormat, Profile } from '../../api/client';

            /** Settings that a kind of file may have. */
            export type Setting = {$settings};

            export interface FormatInfo {
              format: ExportFormat;
              title: string;
              help: string;
              has: readonly Setting[];
            }

            /** What can be delivered, in the order it is offered. */
            export const FORMATS: FormatInfo[] = [
            {$formats}
            ];

            export const PROFILES: { value: Profile; title: string; help: string; needsDepth: boolean }[] = [
            {$profiles}
            ];

            TS;
    }

    /** @param array<string, string|bool|list<string>> $members */
    private static function entry(array $members): string
    {
        $values = [];
        foreach ($members as $name => $value) {
            $values[] = $name.': '.match (true) {
                \is_bool($value) => $value ? 'true' : 'false',
                \is_array($value) => '['.implode(', ', array_map(self::text(...), $value)).']',
                default => self::text($value),
            };
        }

        return '  { '.implode(', ', $values).' },';
    }

    private static function text(string $text): string
    {
        return "'".addcslashes($text, "\\'")."'";
    }
}
