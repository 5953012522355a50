<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Symfony\Component\Validator\Constraints as Assert;

/** Finished files that are wanted: each photo in each form. */
final readonly class AskDelivery
{
    public const MOST_PHOTOS = 10_000;
    public const MOST_OUTPUTS = 8;

    /**
     * @param list<AskedPhoto> $photos
     * @param list<Output>     $outputs
     * @param string|null      $folder  name of a folder to make inside the one that is allowed
     */
    public function __construct(
        #[Assert\Valid]
        #[Assert\Count(min: 1, max: self::MOST_PHOTOS, minMessage: 'must name at least one photo.', maxMessage: 'has more than {{ limit }} photos. Deliver fewer at once.')]
        public array $photos,
        #[Assert\Valid]
        #[Assert\Count(min: 1, max: self::MOST_OUTPUTS, minMessage: 'must name a kind of file at least.', maxMessage: 'has more than {{ limit }} kinds of file. Deliver some of them first.')]
        public array $outputs,
        public DeliverTo $to = DeliverTo::Downloads,
        #[Assert\Length(max: 100, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public ?string $folder = null,
    ) {
    }
}
