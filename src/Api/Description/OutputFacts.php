<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Description;

use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\OutputSetting;
use Tovrin\App\Imaging\Encode\Profile;

/** What formats and encodings say of themselves; it stands in the description of the interface, which the studio's list of them is made from. */
final class OutputFacts
{
    /** @return array{settings: list<string>, formats: list<array{format: string, title: string, help: string, has: list<string>}>, profiles: list<array{value: string, title: string, help: string, needsDepth: bool}>} */
    public static function all(): array
    {
        return [
            'settings' => array_column(OutputSetting::cases(), 'value'),
            'formats' => array_map(static fn (ExportFormat $format): array => ['format' => $format->value, 'title' => $format->title(), 'help' => $format->help(), 'has' => array_column($format->settings(), 'value')], ExportFormat::cases()),
            'profiles' => array_map(static fn (Profile $profile): array => ['value' => $profile->value, 'title' => $profile->title(), 'help' => $profile->help(), 'needsDepth' => $profile->needsDepth()], Profile::cases()),
        ];
    }
}
