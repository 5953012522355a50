<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Library\PreviewPixels;
use Tovrin\App\Process\Turn;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Raster;

/** A photo's colours for the core to read: its colour sample, its pots, the pixels of its preview. */
final readonly class PhotoColours
{
    /** Digests up to this size are read in full after every change. */
    private const READ_IN_FULL = 25_000;
    /** More than these would fit a move no better. */
    private const FITTED_TO = 8000;

    public function __construct(private PhotoStore $store, private PreviewPixels $preview, private Tables $tables, private Turn $turn)
    {
    }

    public function colourSample(Photo $photo): ColourSample
    {
        $path = $this->store->colourSample($photo->storeKey());
        $bytes = @file_get_contents($path);
        if (false === $bytes || '' === $bytes) {
            // Lost, by a disk or a hand: all that it says is in the preview.
            $raster = $this->raster($photo);
            $bytes = ColourSample::of($raster->rgb, $raster->width, $raster->height)->bytes();
            AtomicFile::write($path, $bytes);
        }

        return new ColourSample($bytes);
    }

    /**
     * The samples that readings are taken on, before and after a grade alike: all of a small colour sample, every other row of
     * a large one, since the answer has to come while the hand is still near.
     */
    public function readingSamples(Photo $photo): ColourBlock
    {
        return $this->placedSamples($photo)->colours;
    }

    /** The same with where they lie. */
    public function placedSamples(Photo $photo): PlacedColours
    {
        $sample = $this->colourSample($photo);
        $n = $sample->count() > self::READ_IN_FULL ? 2 : 1;

        return $this->placed($photo, $sample->everyNthRow($this->sampleColumns($photo), $n)->colours(), $n);
    }

    /** The whole colour sample with where its samples lie. */
    public function placedDigest(Photo $photo): PlacedColours
    {
        return $this->placed($photo, $this->colourSample($photo)->colours(), 1);
    }

    /** @param int $n every so manyth row of the colour sample */
    private function placed(Photo $photo, ColourBlock $colours, int $n): PlacedColours
    {
        $columns = $this->sampleColumns($photo);

        return new PlacedColours($colours, Frame::of($photo->width(), $photo->height()), static fn (): array => array_map(
            static fn (array $shares): array => ColourSample::rowsOf($shares, $columns, $n),
            ColourSample::places($photo->previewWidth(), $photo->previewHeight()),
        ));
    }

    /** Colours that moves made on another photo are fitted to. */
    public function fittingSamples(Photo $photo): ColourBlock
    {
        return $this->placedFitting($photo)->colours;
    }

    /** The same with where they lie. */
    public function placedFitting(Photo $photo): PlacedColours
    {
        return $this->placedDigest($photo)->thinned(self::FITTED_TO);
    }

    /** Samples in a row of the colour sample. */
    public function sampleColumns(Photo $photo): int
    {
        return ColourSample::grid($photo->previewWidth(), $photo->previewHeight())[0];
    }

    /** What there is to know of the photo before anything is chosen; made when first needed, which takes a second or two. */
    public function study(Photo $photo): Study
    {
        $path = $this->store->study($photo->storeKey());
        $known = $this->studyAt($path);
        if (null !== $known) {
            return $known;
        }

        // A page that has just been opened asks for it in several requests at once: one makes it, the others wait.
        return $this->turn->at('study '.$photo->storeKey(), fn (): Study => $this->studyAt($path) ?? $this->makeStudy($photo, $path));
    }

    private function makeStudy(Photo $photo, string $path): Study
    {
        // As it will be read again, so that what is made of it now and later is the same.
        $bytes = StudyMaker::study($this->raster($photo))->toBytes();
        $this->store->keep($path, $bytes);
        $this->store->keepStudy($photo->storeKey());

        return Study::fromBytes($bytes, $this->tables) ?? throw new \LogicException('A study that was just made cannot be read.');
    }

    /** Null when there is none, or it is damaged. */
    private function studyAt(string $path): ?Study
    {
        return is_file($path) ? Study::fromBytes((string) @file_get_contents($path), $this->tables) : null;
    }

    public function isStudied(Photo $photo): bool
    {
        return is_file($this->store->study($photo->storeKey()));
    }

    public function pots(Photo $photo): Pots
    {
        $path = $this->store->pots($photo->storeKey());
        $known = json_decode((string) @file_get_contents($path), true);
        $pots = \is_array($known) ? Pots::fromArray($known) : null;
        if (null !== $pots) {
            return $pots;
        }
        $pots = Pots::of($this->study($photo));
        $this->store->keep($path, json_encode($pots, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION));

        return $pots;
    }

    /** @return array{0: float, 1: float, 2: float} how noisy its plain parts are, see Grain::ofPlainParts() */
    public function grain(Photo $photo): array
    {
        $path = $this->store->grain($photo->storeKey());
        $known = json_decode((string) @file_get_contents($path), true);
        if (\is_array($known) && is_numeric($known[0] ?? null) && is_numeric($known[1] ?? null) && is_numeric($known[2] ?? null)) {
            return [(float) $known[0], (float) $known[1], (float) $known[2]];
        }
        $raster = $this->raster($photo);
        $grain = Grain::ofPlainParts($raster->rgb, $raster->width, $raster->height);
        $this->store->keep($path, json_encode($grain, \JSON_THROW_ON_ERROR));

        return $grain;
    }

    /** The preview's pixels, exactly those the browser shows. */
    public function raster(Photo $photo): Raster
    {
        return $this->preview->raster($photo);
    }
}
