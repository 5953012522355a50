<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Symfony\Component\Validator\Constraints as Assert;

/** Who asks for work. */
final readonly class TakeWork
{
    /**
     * @param string $id      a word that the worker has made for itself, and keeps
     * @param string $run     a word that is another one each time its process starts
     * @param string $title   what people call it
     * @param string $version its version, with a digest of its sources
     * @param string $trouble why it can do nothing at the moment; empty when it can
     */
    public function __construct(
        #[Assert\Regex('/^[A-Za-z0-9-]{8,64}$/D', message: 'must be 8 to 64 letters, digits and "-".')]
        public string $id,
        #[Assert\Regex('/^[A-Za-z0-9-]{8,32}$/D', message: 'must be 8 to 32 letters, digits and "-".')]
        public string $run,
        #[Assert\Length(max: 120, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $title,
        #[Assert\Length(max: 40, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $version,
        #[Assert\Length(max: 300, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $trouble = '',
    ) {
    }
}
