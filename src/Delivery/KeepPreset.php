<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Symfony\Component\Validator\Constraints as Assert;

/** What is delivered again and again, under a name. */
final readonly class KeepPreset
{
    /**
     * @param list<Output> $outputs
     * @param string|null  $folder  name of a folder inside the one that is allowed
     */
    public function __construct(
        #[Assert\NotBlank(message: 'must not be empty.', normalizer: 'trim')]
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $name,
        #[Assert\Valid]
        #[Assert\Count(min: 1, max: AskDelivery::MOST_OUTPUTS, minMessage: 'must name a kind of file at least.', maxMessage: 'has more than {{ limit }} kinds of file.')]
        public array $outputs,
        public DeliverTo $to = DeliverTo::Downloads,
        #[Assert\Length(max: 100, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public ?string $folder = null,
    ) {
    }
}
