<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\Delivery;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\Conflict;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Files\FileName;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\Versions;
use Tovrin\App\Imaging\Apply\Exactness;
use Tovrin\App\Imaging\Encode\SizeLimit;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Repository\Sets;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;

/** Deliveries: planned, asked for, found again, paused, stopped, begun again. */
final readonly class Deliveries
{
    private const LATEST = 20;

    public function __construct(private EntityManagerInterface $entities, private Sets $sets, private Grades $grades, private Versions $versions, private ExportQueue $queue, private AllowedFolder $folder, private PhotoStore $store)
    {
    }

    /**
     * The names that files would have; nothing is made.
     *
     * @return array{names: list<string>, changed: int} in the order they would be made; how many are not as their pattern says, since two would have been the same
     */
    public function plan(AskDelivery $asked): array
    {
        $names = $this->names($asked);
        $planned = [];
        foreach ($this->files($asked, $names) as [, , $name]) {
            $planned[] = $name;
        }

        return ['names' => $planned, 'changed' => $names->changed()];
    }

    /**
     * How near the tables that are asked for will come to the grade of the first photo.
     *
     * @return array<int, Exactness> by number of the output, from 0; none for pictures
     */
    public function tables(AskDelivery $asked): array
    {
        $photo = $this->photos($asked)[0] ?? null;
        $tables = [];
        foreach ($asked->outputs as $number => $output) {
            if (null !== $photo && $output->format->isGrade()) {
                $tables[$number] = Rendering::tableExactness($this->grades->grade($photo), $output->format->value, $output->lattice);
            }
        }

        return $tables;
    }

    /** Asks for files. They are made with the grades as they are now, whatever is done to these meanwhile. */
    public function ask(AskDelivery $asked): Delivery
    {
        $files = iterator_to_array($this->files($asked, $this->names($asked)), false);
        if ([] === $files) {
            throw new Refused('None of these photos has a move with a reach: there is no matte to write.');
        }
        $photos = \count($asked->photos);
        [$first] = $files[0];
        $formats = implode(', ', array_unique(array_map(static fn (Output $output): string => strtoupper(strtr($output->format->value, '-', ' ')), $asked->outputs)));
        $delivery = new Delivery(\sprintf('%s · %s', 1 === $photos ? $first->name() : $photos.' photos', $formats), $asked->to->value, '' === trim((string) $asked->folder) ? null : trim((string) $asked->folder));
        foreach ($files as [$photo, $look, $name, $wanted]) {
            new ExportJob($delivery, $photo, $look, $wanted->format->value, $wanted->json(), $name, $wanted->cost($photo->width() * $photo->height() / 1e6));
        }
        if (DeliverTo::Archive === $asked->to) {
            $archive = (new FileNames())->next('{set}-{date}', ['set' => FileName::slug($first->set()->name()), 'date' => date('Y-m-d')], '.zip', $first->name());
            new ExportJob($delivery, null, '{}', ExportJob::ARCHIVE, '{}', $archive, max(1, intdiv(\count($files), 20)));
        }
        $this->entities->wrapInTransaction(fn () => $this->entities->persist($delivery));
        $this->queue->send($delivery->id());

        return $delivery;
    }

    /** Asks for a whole set as one archive, to be imported elsewhere. */
    public function askWholeSet(PhotoSet $set, bool $photos): Delivery
    {
        $count = $this->sets->counts()[$set->id()] ?? 0;
        $delivery = new Delivery(mb_substr(\sprintf('%s · whole set', $set->name()), 0, 200), DeliverTo::Downloads->value, null);
        $name = (new FileNames())->next('{set}-set-{date}', ['set' => FileName::slug($set->name()), 'date' => date('Y-m-d')], '.zip', '');
        new ExportJob($delivery, null, '{}', ExportJob::SET, (new WholeSet($set->id(), $photos))->json(), $name, max(1, $photos ? $count : intdiv($count, 20)));
        $this->entities->wrapInTransaction(fn () => $this->entities->persist($delivery));
        $this->queue->send($delivery->id());

        return $delivery;
    }

    /** @return list<array{Delivery, non-empty-list<JobState>}> newest first, each with its files */
    public function latest(): array
    {
        $latest = $this->entities->getRepository(Delivery::class)->findBy([], ['id' => 'DESC'], self::LATEST);
        $jobs = [];
        foreach ($this->jobs('d.id IN (?1)', array_map(static fn (Delivery $delivery): int => $delivery->id(), $latest)) as $job) {
            $jobs[$job->delivery][] = $job;
        }
        $found = [];
        foreach ($latest as $delivery) {
            // What only had photos that were removed since is not told of.
            if (isset($jobs[$delivery->id()])) {
                $found[] = [$delivery, $jobs[$delivery->id()]];
            }
        }

        return $found;
    }

    /** @return list<JobState> in the order they were asked for; the archive last */
    public function jobsOf(Delivery $delivery): array
    {
        return $this->jobs('d.id = ?1', $delivery->id());
    }

    public function delivery(int $id): Delivery
    {
        $delivery = $this->entities->find(Delivery::class, $id) ?? throw NotFound::of('delivery');
        // Other processes pause it, and go on.
        $this->entities->refresh($delivery);

        return $delivery;
    }

    public function job(int $id): JobState
    {
        return $this->jobs('j.id = ?1', $id)[0] ?? throw NotFound::of('export');
    }

    /** Files that are being made are finished; the others wait. */
    public function pause(Delivery $delivery): void
    {
        $delivery->pause(true);
        $this->entities->flush();
    }

    public function goOn(Delivery $delivery): void
    {
        $delivery->pause(false);
        $this->entities->flush();
        $this->queue->send($delivery->id());
    }

    /** Forgets a delivery, with the files that were kept for fetching; what lies in a folder stays. */
    public function forget(Delivery $delivery): void
    {
        $this->queue->cancelDelivery($delivery->id());
        foreach ($this->jobsOf($delivery) as $job) {
            @unlink($this->store->export($job->id));
        }
        $this->entities->remove($delivery);
        $this->entities->flush();
    }

    private function names(AskDelivery $asked): FileNames
    {
        return new FileNames(DeliverTo::Folder === $asked->to ? fn (?string $kind): array => $this->folder->names($asked->folder, $kind) : null);
    }

    /** @return \Generator<int, array{Photo, string, string, ExportSpec}> photo, look, name, how */
    private function files(AskDelivery $asked, FileNames $names): \Generator
    {
        $digits = max(2, \strlen((string) \count($asked->photos)));
        $photos = $this->photos($asked);
        $looks = $this->grades->looks($photos);
        $versions = $this->versions->namesOf($looks);
        foreach ($photos as $index => $photo) {
            $look = $looks[$photo->id()];
            $read = LookJson::read($look);
            $name = FileName::slug($read->name);
            $words = [
                'photo' => pathinfo($photo->name(), \PATHINFO_FILENAME),
                'look' => '' !== $name ? $name : ([] === $read->moves ? 'source' : 'graded'),
                'version' => FileName::slug($versions[$photo->id()] ?? ''),
                'number' => str_pad((string) ($index + 1), $digits, '0', \STR_PAD_LEFT),
                'set' => FileName::slug($photo->set()->name()),
                'date' => date('Y-m-d'),
            ];
            foreach ($asked->outputs as $output) {
                self::refusePlaced($output, $read, $photo);
                self::refuseSize($output, $photo);
                foreach (self::moves($output, $read) as $move) {
                    $ending = null === $move ? $output->format->ending() : \sprintf('-matte-%d.%s', $move + 1, ExportFormat::Matte === $output->format ? 'png' : 'tif');
                    yield [$photo, $look, $names->next($output->name, $words, $ending, $photo->name(), DeliverTo::Downloads === $asked->to ? '' : $output->folder), ExportSpec::of($output, $move)];
                }
            }
        }
    }

    /** @return list<int|null> the moves that a file each is for: for mattes those with a reach or an area; else the grade as a whole */
    private static function moves(Output $output, Grade $grade): array
    {
        return $output->format->isMatte() ? array_keys(array_filter($grade->moves, static fn (Move $move): bool => null !== $move->reach || null !== $move->area)) : [null];
    }

    /** What could not be made is said before anything is. */
    private static function refusePlaced(Output $output, Grade $grade, Photo $photo): void
    {
        try {
            if ($output->format->isGrade() && !$output->colourPart) {
                Rendering::refusePlaced($grade);
            }
        } catch (PictureError $e) {
            throw new Refused(\sprintf('“%s”: %s', $photo->name(), $e->getMessage()));
        }
    }

    private static function refuseSize(Output $output, Photo $photo): void
    {
        $scale = min(1.0, ($output->side ?? \PHP_INT_MAX) / max($photo->width(), $photo->height()));
        if ($output->format->isGrade()) {
            Rendering::latticeIn($output->format->value, $output->lattice ?? Cube::MIN_SIZE);
        } else {
            SizeLimit::check($output->format->picture(), $photo->name(), (int) round($scale * $photo->width()), (int) round($scale * $photo->height()));
        }
    }

    /** @return list<Photo> in the order asked for */
    private function photos(AskDelivery $asked): array
    {
        $photos = [];
        foreach ($this->sets->some(array_column($asked->photos, 'id')) as $photo) {
            $photos[$photo->id()] = $photo;
        }

        return array_map(static function ($one) use ($photos): Photo {
            $photo = $photos[$one->id] ?? throw NotFound::of('photo');
            if ($photo->revision() !== $one->basedOn) {
                throw new Conflict(\sprintf('“%s” was changed in another window meanwhile. Look at it again before it is delivered.', $photo->name()));
            }

            return $photo;
        }, $asked->photos);
    }

    /**
     * Straight from the database: the workers write past this process's memory of them.
     *
     * @param int|list<int> $value
     *
     * @return list<JobState>
     */
    private function jobs(string $condition, int|array $value): array
    {
        /** @var list<JobState> $jobs */
        $jobs = $this->entities->createQuery(
            'SELECT NEW '.JobState::class.'(j.id, d.id, d.destination, p.id, j.state, j.stage, j.progress, j.format, j.fileName, j.cost, j.error, j.lattice, j.meanError, j.error99, j.troubles) FROM '.ExportJob::class.' j JOIN j.delivery d LEFT JOIN j.photo p LEFT JOIN p.set s '
            ."WHERE $condition AND p.removedAt IS NULL AND s.removedAt IS NULL ORDER BY j.id",
        )->setParameter(1, $value)->getResult();

        return $jobs;
    }
}
