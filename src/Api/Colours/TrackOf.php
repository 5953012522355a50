<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Colours;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Format\SettingStep;
use Tovrin\Core\Grade\Grade;

/** A grade whose settings go along a straight line, as they do while a control is dragged; or along two, where it has two degrees of freedom. */
final readonly class TrackOf
{
    /** Settings that one control changes at once. */
    private const MOST = 32;

    /**
     * @param Grade             $look  as it is at 0 on the line
     * @param list<SettingStep> $steps the numbers that change
     * @param list<SettingStep> $aside those that change with the second degree of freedom; none for a control with one
     * @param string|null       $watch id of the move whose reach weight goes into the fourth channel
     */
    public function __construct(
        public Grade $look,
        #[Assert\Count(min: 1, max: self::MOST, minMessage: 'must have one at least.', maxMessage: 'are more than {{ limit }}.')]
        public array $steps,
        #[Assert\Count(max: self::MOST, maxMessage: 'are more than {{ limit }}.')]
        public array $aside = [],
        public ?string $watch = null,
    ) {
    }
}
