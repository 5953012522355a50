<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\GradeRevision;
use Tovrin\App\Entity\GradeVersion;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoBeginning;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Message\DrawPicture;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** All that was done to a photo, as lines of JSON: the step in force, the history, the versions, what the grade began with. */
final readonly class GradeRecords
{
    /** Versions and beginnings of a photo that are taken in. */
    private const LINES_MOST = 2 * Grades::KEPT + 5_000;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private Tables $tables, private Queue $queue)
    {
    }

    /** @return \Generator<int, string> each with its end of line; none where nothing was ever done to the photo */
    public function lines(Photo $photo): \Generator
    {
        // The step in force together with the states it counts in: somebody may be at work on the photo.
        /** @var list<array{step: int, changed_by: string, number: int|null, look: string|null, made_by: string|null, made_at: string|null}> $steps */
        $steps = $this->connection->fetchAllAssociative('SELECT step, changed_by, number, look, made_by, made_at FROM photo LEFT JOIN grade_revision ON photo_id = photo.id WHERE photo.id = ? ORDER BY number', [$photo->id()]);
        /** @var list<array{name: string, look: string, made_at: string}> $versions */
        $versions = $this->connection->fetchAllAssociative('SELECT name, look, made_at FROM grade_version WHERE photo_id = ? AND removed_at IS NULL ORDER BY id', [$photo->id()]);
        /** @var list<array{step: int|null, look: string, fitted: string|null}> $beginnings */
        $beginnings = $this->connection->fetchAllAssociative('SELECT step, look, fitted FROM photo_beginning WHERE photo_id = ? ORDER BY id', [$photo->id()]);
        if (null === ($steps[0]['number'] ?? null) && [] === $versions && [] === $beginnings) {
            return;
        }
        yield self::line(['is' => 'grade', 'step' => $steps[0]['step'] ?? 0, 'by' => $steps[0]['changed_by'] ?? '']);
        foreach ($steps as $step) {
            if (null !== $step['look']) {
                yield self::line(['is' => 'step', 'number' => $step['number'], 'at' => self::time((string) $step['made_at']), 'by' => (string) $step['made_by']], ['look' => $step['look']]);
            }
        }
        foreach ($versions as $version) {
            yield self::line(['is' => 'version', 'name' => $version['name'], 'at' => self::time($version['made_at'])], ['look' => $version['look']]);
        }
        foreach ($beginnings as $beginning) {
            yield self::line(['is' => 'beginning', 'step' => $beginning['step']], ['look' => $beginning['look'], 'fitted' => $beginning['fitted'] ?? 'null']);
        }
    }

    /**
     * Gives a photo that was just imported all that a record says. To be called within the transaction that adds the photo.
     *
     * @param iterable<int, string> $lines
     * @param string|null           $key   what strokes on the photo name it by in the record; null where it says nothing of that
     *
     * @throws FormatError when a line cannot be used; nothing is to be kept then
     */
    public function put(Photo $photo, iterable $lines, ?string $key): void
    {
        $inForce = [0, ''];
        $numbers = $moves = $all = [];
        foreach ($lines as $index => $line) {
            $where = \sprintf('line %d', $index + 1);
            if ($index >= self::LINES_MOST) {
                throw new FormatError(\sprintf('%s: there are more lines than a photo can have; at most %s.', $where, number_format(self::LINES_MOST)));
            }
            $data = json_decode(null === $key ? $line : str_replace("\"$key\"", '"'.$photo->storeKey().'"', $line), false, 64);
            if (!$data instanceof \stdClass) {
                throw new FormatError($where.': this is not JSON.');
            }
            SetSchema::checkLine($data, $where);
            /** @var \stdClass&object{is: string, step?: int|null, number?: int, name?: string, by?: string, at?: string, look?: \stdClass, fitted?: \stdClass|null} $data */
            if ('grade' === $data->is) {
                $inForce = [$data->step ?? 0, $data->by ?? ''];
                continue;
            }
            $grade = $this->look($data->look ?? null, $where);
            $look = LookWriter::write($grade);
            $at = new \DateTimeImmutable($data->at ?? 'now');
            if ('step' === $data->is) {
                $number = $data->number ?? 0;
                if (0 !== $number && [] !== $numbers && $number !== max($numbers) + 1) {
                    throw new FormatError(\sprintf('%s.number: %d does not follow %d.', $where, $number, max($numbers)));
                }
                $numbers[] = $number;
                $moves[$number] = \count($grade->moves);
                $all[] = new GradeRevision($photo, $number, $look, $data->by ?? '', $at);
            } elseif ('version' === $data->is) {
                $all[] = new GradeVersion($photo, $data->name ?? 'Version', $look, $at);
            } else {
                $beginning = new PhotoBeginning($photo, $look);
                if (isset($data->step)) {
                    $beginning->given($data->step, isset($data->fitted) ? LookWriter::write($this->look($data->fitted, $where)) : $look);
                }
                $all[] = $beginning;
            }
        }
        [$step, $by] = $inForce;
        if (0 !== $step && !isset($moves[$step])) {
            throw new FormatError(\sprintf('the step in force is %d, and there is no such step.', $step));
        }
        // Only now: of a record that cannot be used nothing is to be kept.
        array_map($this->entities->persist(...), $all);
        $photo->goTo($step, $moves[$step] ?? 0, $by);
        $this->entities->flush();
        $this->queue->put(new DrawPicture($photo->id(), $photo->revision()), Transport::Ahead);
    }

    /** @throws FormatError */
    private function look(?\stdClass $look, string $where): Grade
    {
        if (null === $look) {
            throw new FormatError($where.'.look: missing.');
        }
        try {
            return LookJson::read(json_encode($look, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION), $this->tables);
        } catch (FormatError $e) {
            throw new FormatError(\sprintf('%s.look: %s', $where, $e->getMessage()), 0, $e);
        }
    }

    /**
     * @param array<string, int|string|null> $members
     * @param array<string, string>          $texts   members that are JSON already
     */
    private static function line(array $members, array $texts = []): string
    {
        $line = rtrim(json_encode($members, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), '}');
        foreach ($texts as $name => $text) {
            $line .= \sprintf(',"%s":%s', $name, $text);
        }

        return $line."}\n";
    }

    /** As the database keeps it, in UTC. */
    private static function time(string $kept): string
    {
        return (new \DateTimeImmutable($kept, new \DateTimeZone('UTC')))->format('Y-m-d\TH:i:s\Z');
    }
}
