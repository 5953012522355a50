<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Http;

use Symfony\Component\Serializer\Normalizer\DenormalizerInterface;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Reach\Reach;

/** Looks and reaches inside requests are read by the core, as files are, with its words about what is wrong. */
final readonly class CoreDenormalizer implements DenormalizerInterface
{
    public function __construct(private Tables $tables)
    {
    }

    public function getSupportedTypes(?string $format): array
    {
        return [Grade::class => true, Reach::class => true];
    }

    public function supportsDenormalization(mixed $data, string $type, ?string $format = null, array $context = []): bool
    {
        return Grade::class === $type || Reach::class === $type;
    }

    /** @throws FormatError naming the place */
    public function denormalize(mixed $data, string $type, ?string $format = null, array $context = []): Grade|Reach|null
    {
        $endless = self::endless($data, Grade::class === $type ? 'look' : 'reach');
        if (null !== $endless) {
            throw new FormatError(\sprintf('%s: this number is beyond all bounds. Use one within the range of its setting.', $endless));
        }
        if (Grade::class === $type) {
            return LookJson::read(json_encode($data, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), $this->tables);
        }
        if (null === $data) {
            return null;
        }
        if (!$data instanceof \stdClass) {
            throw new FormatError('reach: must be an object or null.');
        }

        return LookJson::readReach($data, $this->tables);
    }

    /** The path of a number that is written as one and is none, such as 1e309; null when there is none. */
    private static function endless(mixed $data, string $path): ?string
    {
        if (\is_float($data)) {
            return is_finite($data) ? null : $path;
        }
        // Lists and objects apart: PHP 8.2's compiler of hot loops takes the one for the other where one loop sees both.
        for ($i = 0, $count = \is_array($data) ? \count($data) : 0; $i < $count; ++$i) {
            $found = self::endless($data[$i] ?? null, $path."[$i]");
            if (null !== $found) {
                return $found;
            }
        }
        foreach ($data instanceof \stdClass ? get_object_vars($data) : [] as $name => $inner) {
            $found = self::endless($inner, "$path.$name");
            if (null !== $found) {
                return $found;
            }
        }

        return null;
    }
}
