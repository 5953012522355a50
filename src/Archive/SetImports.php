<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\SetImport;
use Tovrin\App\Exception\Conflict;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\PhotoImport;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Process\Announcements;

/** Archives of sets on their way in: announced, sent piece by piece, followed, paused, forgotten. */
final readonly class SetImports
{
    private const LATEST = 10;
    /** Bytes of the disk that stay free. */
    private const ROOM_LEAST = 100_000_000;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private SetImportQueue $queue, private PhotoStore $store, private Announcements $announcements)
    {
    }

    /**
     * An archive is to be sent in.
     *
     * @param int $bytes of all of it
     *
     * @throws Refused when there is no room for it
     */
    public function announce(string $name, int $bytes): SetImport
    {
        $free = $this->store->freeRoom();
        if ($bytes + self::ROOM_LEAST > $free) {
            throw new Refused(\sprintf('“%s” has %s MB, and the disk of the data folder has room for %s MB. Free some space first; photos are kept beside the archive until all are in.', $name, number_format($bytes / 1e6), number_format(max(0, $free - self::ROOM_LEAST) / 1e6)));
        }
        $import = new SetImport(PhotoImport::tidy($name), $bytes);
        $this->entities->persist($import);
        $this->entities->flush();
        $this->tell();

        return $import;
    }

    /** An archive that lies on this machine. One that was begun before and not finished goes on. */
    public function fromFile(string $path): SetImport
    {
        $bytes = (int) @filesize($path);
        $import = $this->entities->getRepository(SetImport::class)->findOneBy(['path' => $path, 'bytes' => $bytes, 'state' => [SetImport::WAITING, SetImport::PAUSED, SetImport::FAILED]]);
        if (null === $import) {
            $import = new SetImport(basename($path), $bytes, $path);
            $this->entities->persist($import);
            $this->entities->flush();
        }
        $this->queue->goOn($import->id());
        $this->tell();

        return $import;
    }

    /**
     * Puts a piece of an archive behind what has come so far.
     *
     * @param string $piece  path of a file
     * @param int    $offset where it belongs
     *
     * @return int how much there is now, in bytes
     *
     * @throws Conflict when it does not belong there
     */
    public function receive(SetImport $import, string $piece, int $offset): int
    {
        if (SetImport::RECEIVING !== $import->state()) {
            throw new Conflict('This archive is here already.');
        }
        $to = @fopen($this->store->setImport($import->id()), 'c');
        $from = @fopen($piece, 'r');
        if (false === $to || false === $from || !flock($to, \LOCK_EX)) {
            throw self::noRoom();
        }
        try {
            $there = (int) (fstat($to)['size'] ?? 0);
            if ($there !== $offset || $offset + (int) filesize($piece) > $import->bytes()) {
                throw new Conflict(\sprintf('%s bytes of this archive are here: the next piece begins there.', number_format($there)));
            }
            if (0 === $offset && "PK\x03\x04" !== @file_get_contents($piece, false, null, 0, 4)) {
                $this->forget($import);
                throw new Refused(\sprintf('“%s” is not a ZIP archive. Choose one that Tovrin has exported a set into.', $import->name()));
            }
            fseek($to, $offset);
            $copied = stream_copy_to_stream($from, $to);
            $there = $offset + (int) $copied;
            if ($copied !== filesize($piece) || !fflush($to)) {
                ftruncate($to, max(0, $offset));
                throw self::noRoom();
            }
        } finally {
            fclose($to);
            fclose($from);
        }
        if ($there === $import->bytes()) {
            $this->queue->goOn($import->id());
        }
        $this->tell();

        return $there;
    }

    /** How much of an archive has come, in bytes. */
    public function received(SetImport $import): int
    {
        clearstatcache();

        return SetImport::RECEIVING === $import->state() ? (int) @filesize($this->store->setImport($import->id())) : $import->bytes();
    }

    public function import(int $id): SetImport
    {
        $import = $this->entities->find(SetImport::class, $id) ?? throw NotFound::of('import');
        $this->entities->refresh($import);

        return $import;
    }

    /** @return list<SetImportView> newest first */
    public function latest(): array
    {
        return array_map($this->view(...), $this->entities->getRepository(SetImport::class)->findBy([], ['id' => 'DESC'], self::LATEST));
    }

    public function view(SetImport $import): SetImportView
    {
        $awaited = $this->connection->fetchFirstColumn('SELECT name FROM awaited_grade WHERE import_id = ? ORDER BY listed', [$import->id()]);

        return SetImportView::of($import, $this->received($import), array_values(array_filter($awaited, \is_string(...))));
    }

    public function pause(SetImport $import): void
    {
        $this->queue->pause($import->id());
        $this->tell();
    }

    public function resume(SetImport $import): void
    {
        if (SetImport::RECEIVING !== $import->state()) {
            $this->queue->goOn($import->id());
        }
        $this->tell();
    }

    /** Forgets an archive that was sent in. The set stays as far as it has come. */
    public function forget(SetImport $import): void
    {
        @unlink($this->store->setImport($import->id()));
        $this->connection->executeStatement('DELETE FROM set_import WHERE id = ?', [$import->id()]);
        $this->entities->detach($import);
        $this->tell();
    }

    private function tell(): void
    {
        $this->announcements->gather('imports');
    }

    private static function noRoom(): PictureError
    {
        return new PictureError('The archive could not be stored: the disk is full or has failed. Free some space and go on; what has come is kept.');
    }
}
