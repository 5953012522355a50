<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Fit;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Model\Moments;
use Tovrin\Core\Move\Kind\Matching;
use Tovrin\Core\Move\Kind\Neutralise;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Move\Reference;
use Tovrin\Core\Reading\Beginning;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Pots;

/** Makes moves for a photo that hold on to its own colours, and fits those made for another photo to it. */
final readonly class MoveFitter
{
    /** Colours that say how much of a match to begin with. */
    private const BEGUN_ON = 1500;

    public function __construct(private PhotoColours $colours)
    {
    }

    /** A palette of the photo's pots, at rest. */
    public function palette(Photo $photo): LookView
    {
        $pots = $this->colours->pots($photo);

        return self::one(Palette::for($pots->families($this->colours->study($photo)), $pots->names));
    }

    /** @return list<int> the pots a palette moves that the photo has no colours like; none for other moves */
    public function absentPots(Photo $photo, MoveKind $kind): array
    {
        return $kind instanceof Palette ? $kind->absent($this->colours->pots($photo)->centres) : [];
    }

    /** A match to another photo. */
    public function match(Photo $photo, Photo $other): LookView
    {
        return $this->like($photo, $this->colours->pots($other)->reference($other->name(), $this->colours->study($other), $this->colours->colourSample($other)->colours()));
    }

    /**
     * A match to a picture that is in no set.
     *
     * @param string $path the file
     * @param string $name as the user knows it
     */
    public function matchFile(Photo $photo, string $path, string $name): LookView
    {
        $pixels = Preview::of(PictureFile::read($path, $name));
        $study = StudyMaker::study($pixels->raster());

        return $this->like($photo, Pots::of($study)->reference(mb_substr($name, 0, 200), $study, ColourSample::of($pixels->bytes(), $pixels->width, $pixels->height)->colours()));
    }

    /** The look with its neutralise moves told the photo's light as a whole, and its coloured things. */
    public function lit(Photo $photo, Grade $look): LookView
    {
        $pots = $this->colours->pots($photo);
        $things = PhotoPots::of($pots->families($this->colours->study($photo)), $pots->names);
        $moves = array_map(fn (Move $move): Move => $move->kind instanceof Neutralise ? $move->doing($move->kind->lit($this->colours->fittingSamples($photo))->knowing($things)) : $move, $look->moves);

        return new LookView($look->with($moves));
    }

    /** The look fitted to the photo. */
    public function fitted(Photo $photo, Grade $look): LookView
    {
        $fitted = Fit::to($look, $this->colours->fittingSamples($photo), $photo->storeKey(), fn (): array => $this->colours->grain($photo));

        return new LookView($fitted, LookWriter::write($look) === LookWriter::write($fitted) ? ['Nothing here depends on another photo, so there is nothing to fit.'] : []);
    }

    private function like(Photo $photo, Reference $reference): LookView
    {
        $pots = $this->colours->pots($photo);
        $move = Matching::between(PhotoPots::of($pots->families($this->colours->study($photo)), $pots->names), Moments::of($this->colours->colourSample($photo)->colours()), $reference);
        $amount = Beginning::amount($move, $this->colours->colourSample($photo)->colours()->thinned(self::BEGUN_ON), $this->colours->grain($photo));
        $words = [];
        if ($amount < 1.0) {
            $words[] = \sprintf('It starts at %d %%: more would clip colours or cause banding. Try more and look under Checks.', (int) round(100.0 * $amount));
        }
        if ($reference->isGrey()) {
            $words[] = \sprintf('“%s” is grey, so only its lightness can be matched.', $reference->name);
        } elseif (\in_array(null, $move->like, true)) {
            $words[] = 'Some colours of this photo have no counterpart there and stay as they are. Pair them yourself if you want.';
        }

        return self::one($move, $words, $amount);
    }

    /** @param list<string> $words */
    private static function one(Palette|Matching $kind, array $words = [], float $amount = 1.0): LookView
    {
        return new LookView(new Grade([new Move($kind, strength: $amount, id: 'm1')]), $words);
    }
}
