<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\Output;
use Tovrin\App\Delivery\Rendering;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Imaging\Apply\Exactness;
use Tovrin\App\Imaging\Encode\Format\FileFormat;
use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\App\Imaging\Encode\Profile;
use Tovrin\App\Imaging\Metadata\MetadataKept;

/** The options of commands that write pictures. */
final class PictureOptions
{
    private const CHROMA = ['full' => true, 'half' => false];

    public static function add(Command $command): Command
    {
        return $command
            ->addOption('bits', null, InputOption::VALUE_REQUIRED, 'bits a channel of '.self::those(static fn (string $format): bool => $format::isDeep()).', 8 or 16; as the picture has them unless given')
            ->addOption('profile', null, InputOption::VALUE_REQUIRED, 'what the colours are to mean: '.implode(', ', array_map(static fn (Profile $one): string => \sprintf('%s (%s)', $one->value, $one->title()), Profile::cases())), Profile::Source->value)
            ->addOption('side', null, InputOption::VALUE_REQUIRED, 'longest side in pixels; a smaller picture is not enlarged')
            ->addOption('sharpen', null, InputOption::VALUE_NONE, 'sharpen a little what is made smaller')
            ->addOption('quality', null, InputOption::VALUE_REQUIRED, 'quality of '.self::those(static fn (string $format): bool => $format::isLossy()).', 1 to 100', (string) Rendering::DEFAULT_QUALITY)
            ->addOption('chroma', null, InputOption::VALUE_REQUIRED, 'colour of '.self::those(static fn (string $format): bool => $format::canHalveColour()).': full (in every pixel) or half (in every second each way); full from quality 90 on unless given')
            ->addOption('progressive', null, InputOption::VALUE_NONE, 'make '.self::those(static fn (string $format): bool => $format::canBeProgressive()).' show coarsely first while it loads')
            ->addOption('metadata', null, InputOption::VALUE_REQUIRED, 'what goes along of EXIF, XMP and IPTC data: all, reduced (no place, no numbers of devices), none', MetadataKept::All->value)
            ->addOption('no-dither', null, InputOption::VALUE_NONE, 'round 16 bits to 8 plainly, though gradients may band')
            ->addOption('lattice', null, InputOption::VALUE_REQUIRED, 'nodes along each axis of the cube; as few as keep the picture\'s colours exact unless given');
    }

    /**
     * What is wanted of a file.
     *
     * @throws UsageError when an option is not possible, or the file's name does not say what to write
     */
    public static function wanted(InputInterface $input, string $target): ExportSpec
    {
        $form = FileFormats::ofEnding(pathinfo($target, \PATHINFO_EXTENSION)) ?? throw new UsageError(\sprintf('"%s" does not say what to write: end its name in %s.', $target, self::endings()));
        $format = ExportFormat::from($form::id());
        $bits = self::number($input, 'bits', 8, 16);
        if (!\in_array($bits, [null, 8, 16], true) || (16 === $bits && !$format->isDeep())) {
            throw new UsageError(16 === $bits ? \sprintf('"%s" cannot have 16 bits: write a .tif or .png, or leave --bits out.', $target) : '--bits must be 8 or 16.');
        }

        return new ExportSpec(
            $format,
            $format->isDeep() ? $bits : 8,
            self::number($input, 'side', Output::SIDE_LEAST, Output::SIDE_MOST),
            self::number($input, 'quality', 1, 100) ?? Rendering::DEFAULT_QUALITY,
            Files::lattice($input),
            self::one($input, 'profile', Profile::cases()),
            null,
            self::one($input, 'metadata', MetadataKept::cases()),
            true !== $input->getOption('no-dither'),
            true === $input->getOption('sharpen'),
            true === $input->getOption('progressive'),
            self::chroma($input),
        );
    }

    /**
     * The formats of which something is true, in words.
     *
     * @param \Closure(class-string<FileFormat>): bool $is
     */
    private static function those(\Closure $is): string
    {
        $titles = array_values(array_map(static fn (string $format): string => $format::title(), array_filter(FileFormats::ALL, $is)));
        $last = array_pop($titles);

        return [] === $titles ? (string) $last : implode(', ', $titles).' or '.$last;
    }

    private static function endings(): string
    {
        $endings = array_map(static fn (string $format): string => '.'.$format::endings()[0], FileFormats::ALL);
        $last = array_pop($endings);

        return implode(', ', $endings).' or '.$last;
    }

    /** How near a file comes to its grade, in words. */
    public static function words(?Exactness $exactness): string
    {
        return match (true) {
            null === $exactness => '',
            0 === $exactness->lattice => ' (each pixel as it came)',
            default => \sprintf(' (within ΔE %.3f on average, %.2f for 99 of 100 colours, with %3$d × %3$d × %3$d nodes)', $exactness->mean, $exactness->percentile99, $exactness->lattice),
        };
    }

    private static function chroma(InputInterface $input): ?bool
    {
        $text = Files::option($input, 'chroma');

        return null === $text ? null : self::CHROMA[$text] ?? throw new UsageError(\sprintf('--chroma %s is not possible: give full or half.', $text));
    }

    private static function number(InputInterface $input, string $name, int $least, int $most): ?int
    {
        $text = Files::option($input, $name);
        if (null !== $text && (1 !== preg_match('/^\d{1,5}$/D', $text) || (int) $text < $least || (int) $text > $most)) {
            throw new UsageError(\sprintf('--%s %s is not possible: give a whole number from %d to %d.', $name, $text, $least, $most));
        }

        return null === $text ? null : (int) $text;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param non-empty-list<T> $cases
     *
     * @return T
     */
    private static function one(InputInterface $input, string $name, array $cases): \BackedEnum
    {
        $text = Files::option($input, $name);
        foreach ($cases as $case) {
            if ($case->value === $text) {
                return $case;
            }
        }
        throw new UsageError(\sprintf('--%s %s is not possible: give one of %s.', $name, (string) $text, implode(', ', array_map(static fn (\BackedEnum $one): string => (string) $one->value, $cases))));
    }
}
