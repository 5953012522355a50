<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Machines\Made;

/** What came of something that was in hand. */
final readonly class WorkDone
{
    /**
     * @param list<FileBack> $files   that were sent before
     * @param float          $seconds that it has computed
     * @param list<string>   $lines   what it has said
     * @param TakeWork|null  $next    asks for more at once
     * @param list<string>   $words   of a change of grades: what there is to say of it
     */
    public function __construct(
        #[Assert\Valid]
        public array $files,
        public float $seconds,
        #[Assert\Count(max: 50, maxMessage: 'has more than {{ limit }} lines.')]
        public array $lines = [],
        #[Assert\Valid]
        public ?TakeWork $next = null,
        public ?int $lattice = null,
        public ?float $mean = null,
        public ?float $percentile99 = null,
        public string $troubles = '',
        public string $look = '',
        public array $words = [],
        public string $leftOut = '',
    ) {
    }

    public function made(): Made
    {
        return new Made(['lattice' => $this->lattice, 'mean' => $this->mean, 'percentile99' => $this->percentile99, 'troubles' => $this->troubles, 'look' => $this->look, 'words' => $this->words, 'leftOut' => $this->leftOut]);
    }
}
