<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Tovrin\App\Entity\AwaitedGrade;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Entity\SetImport;
use Tovrin\App\Exception\Cancelled;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\KeptData;
use Tovrin\App\Library\PhotoImport;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Process\Announcements;
use Tovrin\App\Process\Journal;
use Tovrin\App\Process\Stopping;
use Tovrin\App\Repository\OwnLooks;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** Takes the archive of a set in, photo by photo: each once, however often its worker is killed, and whatever is wrong with another. */
final readonly class SetImporter
{
    /** Bytes of the disk that stay free. */
    private const ROOM_LEAST = 50_000_000;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private SetImportQueue $queue, private SentArchives $archives, private PhotoImport $photos, private PhotoStore $store, private KeptData $kept, private OwnLooks $looks, private GradeRecords $records, private Tables $tables, private Journal $journal, private Stopping $stopping, private Announcements $announcements, private LoggerInterface $logger)
    {
    }

    /** Takes an archive up, if no other process has it, and goes on with it where it was left. */
    public function import(int $id): void
    {
        if (!$this->queue->claim($id)) {
            return;
        }
        try {
            $this->entities->clear();
            $import = $this->entities->find(SetImport::class, $id) ?? throw new Cancelled();
            $archive = $this->archives->open($import);
            if (null === $import->set()) {
                $this->begin($import, $archive);
            }
            $count = \count($archive->head->photos);
            for ($next = $import->next(); $next < $count; ++$next) {
                if ($this->stopping->wanted) {
                    $this->queue->giveBack($id);

                    return;
                }
                $this->one($id, $archive, $next);
            }
            $this->queue->leave($id, SetImport::DONE);
            $this->archives->release($id);
            $this->journal->say(\sprintf('"%s" is imported', $import->name()));
        } catch (Cancelled) {
            $this->queue->leave($id, SetImport::PAUSED);
        } catch (Refused|PictureError $e) {
            $this->queue->leave($id, SetImport::FAILED, $e->getMessage());
            $this->journal->say($e->getMessage());
        } catch (\Throwable $e) {
            $this->queue->leave($id, SetImport::FAILED, \sprintf('This is our mistake, not yours: %s. It is written down in the log of the data folder.', rtrim($e->getMessage(), '.')));
            $this->logger->error('Archive {id}: {message}', ['id' => $id, 'message' => $e->getMessage(), 'exception' => $e]);
        } finally {
            $this->announcements->gather('imports');
        }
    }

    /** Makes the set, with all that belongs to it as a whole. */
    private function begin(SetImport $import, SetReader $archive): void
    {
        $words = [];
        foreach ($archive->head->data as $digest) {
            $bytes = $archive->data($digest);
            null === $bytes ? $words[] = \sprintf('A table or mask (%s) is damaged in the archive.', substr($digest, 0, 12)) : $this->kept->keepData($digest, $bytes);
        }
        $startingLook = '';
        if (null !== $archive->head->startingLook) {
            try {
                $startingLook = LookWriter::write(LookJson::read($archive->head->startingLook, $this->tables));
            } catch (FormatError $e) {
                $words[] = \sprintf('The starting look cannot be used: %s', $e->getMessage());
            }
        }
        $looks = $this->newLooks($archive, $words);
        $this->connection->transactional(function () use ($import, $archive, $startingLook, $looks, $words): void {
            $set = new PhotoSet($archive->head->name);
            $set->sortBy($archive->head->sorted->value);
            $set->startWith($startingLook);
            $this->entities->persist($set);
            $this->entities->flush();
            $this->looks->saveAll($looks);
            foreach ($words as $one) {
                $import->say($one);
            }
            $this->entities->flush();
            $this->queue->goesInto($import->id(), $set->id(), \count($archive->head->photos));
        });
        [] === $looks || $this->announcements->gather('looks');
        $this->announcements->gather('sets');
    }

    /**
     * Looks of one's own that are not here yet.
     *
     * @param list<string> $words
     *
     * @return list<array{Grade, string}> each with its group
     */
    private function newLooks(SetReader $archive, array &$words): array
    {
        $known = [];
        foreach ($this->looks->all() as $own) {
            $known[$own->group()."\n".$own->look()] = true;
        }
        $new = [];
        foreach ($archive->head->looks as ['look' => $json, 'group' => $group]) {
            try {
                $look = LookJson::read($json, $this->tables);
                if ([] !== $look->moves && !isset($known[$group."\n".LookWriter::write($look)])) {
                    $new[] = [$look, $group];
                }
            } catch (FormatError $e) {
                $words[] = \sprintf('One of the looks cannot be used: %s', $e->getMessage());
            }
        }

        return $new;
    }

    /** @throws Cancelled when it is not to go on */
    private function one(int $id, SetReader $archive, int $index): void
    {
        if (!$this->queue->goesOn($id)) {
            throw new Cancelled();
        }
        // What earlier photos left in memory goes.
        $this->entities->clear();
        $import = $this->entities->find(SetImport::class, $id) ?? throw new Cancelled();
        $set = $import->set();
        if (null === $set || $set->isRemoved()) {
            throw new Refused('The set was removed while its photos were imported. Bring it back and go on, or import the archive again.');
        }
        $photo = $archive->head->photos[$index];
        if ($this->queue->begins($id) >= SetImportQueue::ATTEMPTS) {
            $this->deal($import, false, [\sprintf('“%s” was left out: each time it was imported, the process that did it ended in the middle: it was killed, or there was too little memory.', $photo->name)]);

            return;
        }
        if ($this->store->freeRoom() < self::ROOM_LEAST + 2 * $photo->bytes) {
            throw new Refused(\sprintf('The disk of the data folder is full: %d photos are still to come. Free some space and go on.', \count($archive->head->photos) - $index));
        }
        if (null !== $photo->file) {
            $path = $this->store->newUpload();
            try {
                $archive->extract($photo, $path);
                $this->take($import, $set, $archive, $index, $path);
            } catch (Refused|PictureError $e) {
                if ($this->store->freeRoom() < self::ROOM_LEAST) {
                    throw $e;
                }
                $this->deal($import, false, [$e->getMessage()]);
            } finally {
                @unlink($path);
            }
        } elseif (null !== $known = $this->sameFile($photo)) {
            $this->take($import, $set, $archive, $index, $known);
        } else {
            $this->connection->transactional(function () use ($import, $set, $photo, $index): void {
                $this->entities->persist(new AwaitedGrade($set, $import, $index, $photo->name, $photo->digest, $photo->width, $photo->height));
                $this->entities->flush();
                $this->deal($import, false, []);
            });
        }
        $this->announcements->gather('imports');
        $this->announcements->gather('set', ['set' => $set->id()]);
        $this->announcements->tell();
    }

    /** Takes a photo in with all that was done to it; where that cannot be used, without. */
    private function take(SetImport $import, PhotoSet $set, SetReader $archive, int $index, string $path): void
    {
        $listed = $archive->head->photos[$index];
        try {
            $this->bring($import, $set, $archive, $listed, $path, null);
        } catch (FormatError $e) {
            // Of what was undone the entities still know.
            $this->entities->clear();
            [$import, $set] = [$this->entities->find(SetImport::class, $import->id()) ?? throw new Cancelled(), $this->entities->find(PhotoSet::class, $set->id()) ?? throw new Cancelled()];
            $this->bring($import, $set, $archive, $listed, $path, \sprintf('“%s” was imported without its grade, which cannot be used: %s', $listed->name, $e->getMessage()));
        }
        $this->journal->say(\sprintf('%s: "%s"', $import->name(), $listed->name));
    }

    /** @param string|null $bare why it comes without its grade; null for with it */
    private function bring(SetImport $import, PhotoSet $set, SetReader $archive, ListedPhoto $listed, string $path, ?string $bare): void
    {
        $this->photos->importWith($set, $path, $listed->name, function (Photo $photo) use ($import, $archive, $listed, $bare): void {
            null === $listed->position || $photo->standAt($listed->position);
            if (null === $bare && null !== $listed->grade) {
                $this->records->put($photo, $archive->grade($listed->grade), $listed->key);
            }
            $this->deal($import, true, null === $bare ? [] : [$bare]);
        }, $listed->key);
    }

    /** @param list<string> $words */
    private function deal(SetImport $import, bool $done, array $words): void
    {
        if (!$this->queue->dealtWith($import->id(), $done, [...$import->words(), ...$words])) {
            throw new Cancelled();
        }
    }

    /** The file of a photo that is here already, in any set, where it is the very same. */
    private function sameFile(ListedPhoto $listed): ?string
    {
        $keys = $this->connection->fetchFirstColumn('SELECT store_key FROM photo WHERE width = ? AND height = ? ORDER BY name = ? DESC, id', [$listed->width, $listed->height, $listed->name]);
        foreach ($keys as $key) {
            $path = \is_string($key) ? $this->store->original($key) : '';
            if (@filesize($path) === $listed->bytes && @hash_file('sha256', $path) === $listed->digest) {
                return $path;
            }
        }

        return null;
    }
}
