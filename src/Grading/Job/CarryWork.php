<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Grading\Carrier;
use Tovrin\App\Grading\CarryHow;
use Tovrin\App\Grading\CarryOver;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** Moves of one photo for another, fitted to it. */
final readonly class CarryWork implements GradeWork
{
    public const KIND = 'carry';

    public function __construct(private Carrier $carrier, private Tables $tables)
    {
    }

    public function kind(): string
    {
        return self::KIND;
    }

    public function isForAnybody(): bool
    {
        return true;
    }

    /** @param list<float> $here what each move reaches where it comes from, see Carrier::reached() */
    public static function request(CarryOver $asked, array $here): string
    {
        return json_encode(['look' => LookWriter::data($asked->look), 'how' => $asked->how->value, 'fit' => $asked->fit, 'again' => $asked->again, 'areas' => $asked->areas, 'here' => $here], \JSON_THROW_ON_ERROR);
    }

    public function change(Photo $photo, Grade $now, string $request): GradeChange
    {
        $data = json_decode($request, false, 64, \JSON_THROW_ON_ERROR);
        \assert($data instanceof \stdClass && \is_string($data->how) && \is_array($data->here));
        $look = LookJson::read(json_encode($data->look, \JSON_THROW_ON_ERROR), $this->tables);
        $asked = new CarryOver($look, [], CarryHow::from($data->how), true === $data->fit, true === $data->again, true === $data->areas);
        /** @var list<float> $here */
        $here = array_values($data->here);
        $there = $this->carrier->on($photo, $asked);

        return new GradeChange(Carrier::joined($now, $there, $asked->how), $photo->revision(), $this->carrier->warnings($photo, $there, $here));
    }
}
