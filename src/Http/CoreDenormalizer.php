<?php

declare(strict_types=1);

namespace Tovrin\App\Http;

use Symfony\Component\Serializer\Normalizer\DenormalizerInterface;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Reach\Reach;

/** Looks and reaches inside requests are read by the core, as files are, with its words about what is wrong. */
final class CoreDenormalizer implements DenormalizerInterface
{
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
        if (Grade::class === $type) {
            return LookJson::read(json_encode($data, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION));
        }
        if (null === $data) {
            return null;
        }
        if (!$data instanceof \stdClass) {
            throw new FormatError('reach: must be an object or null.');
        }

        return LookJson::readReach($data);
    }
}
