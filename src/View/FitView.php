<?php

declare(strict_types=1);

namespace Tovrin\App\View;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Reach\Fit\ReachFit;
use Tovrin\Core\Reach\Reach;

/** A reach made from samples, and how well it does. */
final readonly class FitView implements \JsonSerializable
{
    /**
     * @param float|null   $wanted  share of the wanted samples that is caught, 0 to 1
     * @param float|null   $held    share of the held samples that is caught all the same, 0 to 1
     * @param float        $overlap share of their colours that wanted and held samples have in common, 0 to 1
     * @param list<string> $words   what was done, in whole sentences
     */
    private function __construct(public ?Reach $reach, public ?float $wanted, public ?float $held, public float $overlap, public array $words)
    {
    }

    /** @param list<string> $notes said before what the fit itself says */
    public static function of(ReachFit $fit, array $notes = []): self
    {
        return new self($fit->reach, $fit->wanted, $fit->held, $fit->overlap, [...$notes, ...$fit->words]);
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['reach' => null === $this->reach ? null : LookWriter::reach($this->reach), 'wanted' => $this->wanted, 'held' => $this->held, 'overlap' => $this->overlap, 'words' => $this->words];
    }
}
